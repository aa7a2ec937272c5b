import { useState } from 'react';
import { fieldTrouble } from '../../api/client.ts';
import { useOwnPassword } from '../../api/people.ts';
import { useSignOut } from '../../api/queries.ts';
import type { Person } from '../../api/types.ts';
import { Door } from '../../ui/door.tsx';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { PasswordTwice } from '../../ui/password-twice.tsx';
import { Trouble } from '../../ui/trouble.tsx';

/** Somebody came in with what a lead read out: their own password comes first. */
export function ChoosePassword({ person }: { readonly person: Person }) {
  const change = useOwnPassword();
  const signOut = useSignOut();
  const [unlike, setUnlike] = useState(false);
  const trouble = fieldTrouble(change.error);
  return (
    <Door title="Your password">
      <div>
        <h1 className="headline text-3xl">Welcome, {person.name}</h1>
        <p className="mt-2 text-soft">
          What you came in with opens the door once. Choose a password that only you know.
        </p>
      </div>
      <form
        className="flex flex-col gap-3"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          const { old = '', password = '', again } = formTexts(e.currentTarget);
          setUnlike(password !== again);
          if (password === again) change.mutate({ old, password });
        }}
      >
        <FormField
          label="What you came in with"
          name="old"
          type="password"
          autoComplete="current-password"
          error={trouble['old']}
        />
        <PasswordTwice error={trouble['password']} unlike={unlike} />
        <Trouble of={change.error} />
        <button type="submit" className="btn btn-main" style={{ minHeight: 56 }} disabled={change.isPending}>
          Use this password
        </button>
      </form>
      <button type="button" className="btn self-start" onClick={() => signOut.mutate()}>
        Sign out
      </button>
    </Door>
  );
}
