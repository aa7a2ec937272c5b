import { useState, type ReactNode } from 'react';
import { fieldTrouble } from '../../api/client.ts';
import { useEndMySession, useMySessions, useOwnPin } from '../../api/people.ts';
import { useMe } from '../../api/queries.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { OwnPasswordForm } from '../../ui/own-password-form.tsx';
import { SessionList } from '../../ui/session-list.tsx';
import { Trouble } from '../../ui/trouble.tsx';

/** One’s own account: password, PIN, and where one is signed in. */
export function MePage() {
  const me = useMe().data;
  const sessions = useMySessions();
  const end = useEndMySession();
  if (!me) return null;
  return (
    <div className="h-full overflow-y-auto px-8 py-6 max-md:px-3 max-md:py-4">
      <title>{`${me.name} · Venula`}</title>
      <div className="mx-auto max-w-[1080px]">
        <h1 className="headline text-[1.85rem]" data-testid="answer">
          {me.name}, {me.role}
        </h1>
        <p className="mt-1 text-soft">
          You sign in as “{me.login}”. A lead changes your name or your role; what you signed keeps the name
          you signed with.
        </p>
        <div className="mt-5 grid grid-cols-2 gap-x-10 gap-y-6 max-md:grid-cols-1">
          <Block title="Password">
            <div className="mt-2">
              <OwnPasswordForm old="The one you have" use="Change the password" />
            </div>
          </Block>
          <Block title="PIN for the shop’s tablets">
            <PinChange />
          </Block>
        </div>
        <Block title="Where you are signed in">
          <SessionList sessions={sessions.data} trouble={sessions.error ?? end.error} onEnd={end.mutate} />
        </Block>
      </div>
    </div>
  );
}

function Block({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="mt-4">
      <h2 className="headline border-t-2 border-ink pt-2 text-xl">{title}</h2>
      {children}
    </section>
  );
}

function PinChange() {
  const set = useOwnPin();
  const trouble = fieldTrouble(set.error);
  const [gone, setGone] = useState(false);
  const send = (form: HTMLFormElement, take: boolean) => {
    const { password = '', pin = '' } = formTexts(form);
    setGone(take);
    set.mutate({ password, pin: take ? null : pin }, { onSuccess: () => form.reset() });
  };
  return (
    <form
      className="mt-2 flex flex-col gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        send(e.currentTarget, false);
      }}
    >
      <p className="text-soft">
        On a tablet that a lead has registered, you take over with a few digits instead of your password:
        nobody types a password in fuel gloves. People, settings and backups still take the password.
      </p>
      <FormField
        label="New PIN, 4 to 8 digits"
        name="pin"
        type="password"
        inputMode="numeric"
        autoComplete="off"
        maxLength={8}
        error={trouble['pin']}
        hint="no rows, no repeats, no year"
      />
      <FormField
        label="Your password, to show that it is you"
        name="password"
        type="password"
        autoComplete="current-password"
        error={trouble['old']}
      />
      <Trouble of={set.error} />
      {set.isSuccess && (
        <p role="status" className="font-semibold text-good">
          {gone ? 'You have no PIN any more.' : 'The PIN is set.'}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="btn" disabled={set.isPending}>
          Set the PIN
        </button>
        <button
          type="button"
          className="btn border-0 underline"
          disabled={set.isPending}
          onClick={(e) => send(e.currentTarget.form!, true)}
        >
          Remove the PIN
        </button>
      </div>
    </form>
  );
}
