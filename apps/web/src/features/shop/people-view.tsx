import { Copy, UserPlus } from 'lucide-react';
import { useState } from 'react';
import { fieldTrouble } from '../../api/client.ts';
import {
  useAddPerson,
  useChangePerson,
  useEndSession,
  usePeople,
  useResetPassword,
  useSessions,
  type PersonRow,
} from '../../api/people.ts';
import type { Role } from '../../api/types.ts';
import { Choice } from '../../ui/choice.tsx';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { SessionList } from '../../ui/session-list.tsx';
import { TextField } from '../../ui/text-field.tsx';
import { Trouble } from '../../ui/trouble.tsx';

const ROLES: readonly { readonly value: Role; readonly label: string }[] = [
  { value: 'technician', label: 'Technician: plans, builds, tests, signs' },
  { value: 'lead', label: 'Lead: all that, people and the shop' },
  { value: 'viewer', label: 'Viewer: reads and prints' },
];

/** A password that opens the door once, shown to the lead alone and only now. */
interface ForOnce {
  readonly name: string;
  readonly login: string;
  readonly password: string;
}

export function PeopleView() {
  const people = usePeople();
  const sessions = useSessions();
  const end = useEndSession();
  const [adding, setAdding] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const [once, setOnce] = useState<ForOnce | null>(null);
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center justify-between gap-3">
        <p className="text-soft">
          Nobody is ever deleted: what they signed stays signed by them. Whoever leaves is disabled, and is
          out at once.
        </p>
        <button
          type="button"
          className="btn btn-main"
          onClick={() => setAdding(!adding)}
          aria-expanded={adding}
        >
          <UserPlus size={18} aria-hidden /> Add somebody
        </button>
      </div>
      {once && <ReadOut once={once} onDone={() => setOnce(null)} />}
      {adding && (
        <AddForm
          onAdded={(added) => {
            setOnce(added);
            setAdding(false);
          }}
          onClose={() => setAdding(false)}
        />
      )}
      <Trouble of={people.error} />
      <ul className="mt-3 border-b-2 border-ink" aria-label="People">
        {people.data?.map((p) => (
          <li key={p.id} className="border-t-2 border-ink">
            <button
              type="button"
              className="flex min-h-[64px] w-full flex-wrap items-center gap-x-4 px-2 py-1 text-left hover:bg-well"
              aria-expanded={open === p.id}
              onClick={() => setOpen(open === p.id ? null : p.id)}
            >
              <span className="min-w-[180px] grow text-lg font-semibold">{p.name}</span>
              <span className="label text-soft">{standing(p)}</span>
            </button>
            {open === p.id && <PersonForm person={p} onReset={setOnce} />}
          </li>
        ))}
      </ul>
      <h2 className="headline mt-6 text-xl">Signed in now</h2>
      <SessionList sessions={sessions.data} trouble={sessions.error ?? end.error} people onEnd={end.mutate} />
    </>
  );
}

const standing = (p: PersonRow): string =>
  [
    p.active ? p.role : `disabled, was ${p.role}`,
    `signs in as ${p.login}`,
    p.active && (p.ownPassword ? (p.hasPin ? 'has a PIN' : 'no PIN') : 'has not chosen a password yet'),
  ]
    .filter(Boolean)
    .join(' · ');

/** Read out across the shop, or copied: it is not shown again. */
function ReadOut({ once, onDone }: { readonly once: ForOnce; readonly onDone: () => void }) {
  return (
    <section className="mt-4 border-2 border-ink bg-paper p-4" aria-label="Password for once" role="status">
      <p>
        <strong>{once.name}</strong> signs in as <strong>{once.login}</strong> with this within three days,
        and chooses a password before anything else. It is not shown again.
      </p>
      <p className="headline my-2 text-3xl tracking-wide" data-testid="for-once">
        {once.password}
      </p>
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-small"
          onClick={() => void navigator.clipboard?.writeText(once.password)}
        >
          <Copy size={18} aria-hidden /> Copy
        </button>
        <button type="button" className="btn btn-small" onClick={onDone}>
          They have it
        </button>
      </div>
    </section>
  );
}

function AddForm({
  onAdded,
  onClose,
}: {
  readonly onAdded: (once: ForOnce) => void;
  readonly onClose: () => void;
}) {
  const add = useAddPerson();
  const [role, setRole] = useState<Role>('technician');
  const trouble = fieldTrouble(add.error);
  return (
    <form
      className="mt-4 border-2 border-ink bg-paper p-4"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        const { name = '', login = '' } = formTexts(e.currentTarget);
        add.mutate({ name, login, role }, { onSuccess: onAdded });
      }}
    >
      <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        <FormField
          label="Name, as they sign"
          name="name"
          maxLength={80}
          autoFocus
          autoComplete="off"
          error={trouble['name']}
        />
        <FormField
          label="Sign-in name"
          name="login"
          maxLength={40}
          autoComplete="off"
          autoCapitalize="none"
          error={trouble['login']}
          hint="short, lower case"
        />
        <Choice label="What they do" value={role} options={ROLES} onChoose={setRole} />
      </div>
      <Trouble of={add.error} />
      <div className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-main" disabled={add.isPending}>
          Add them
        </button>
        <button type="button" className="btn border-0" onClick={onClose}>
          Close
        </button>
      </div>
    </form>
  );
}

function PersonForm({
  person,
  onReset,
}: {
  readonly person: PersonRow;
  readonly onReset: (once: ForOnce) => void;
}) {
  const change = useChangePerson();
  const reset = useResetPassword();
  const { id, name, login, role, active } = person;
  return (
    <div className="px-2 pb-4">
      <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
        <TextField
          label="Name, as they sign from now on"
          value={name}
          min={2}
          max={80}
          onCommit={(next) => next !== name && change.mutate({ id, name: next })}
        />
        <Choice
          label="What they do"
          value={role}
          options={ROLES}
          onChoose={(next) => next !== role && change.mutate({ id, role: next })}
        />
      </div>
      <Trouble of={change.error ?? reset.error} />
      <div className="mt-3 flex flex-wrap gap-2">
        {active && (
          <button
            type="button"
            className="btn btn-small"
            disabled={reset.isPending}
            onClick={() =>
              reset.mutate(id, { onSuccess: ({ password }) => onReset({ name, login, password }) })
            }
          >
            Password forgotten: give a new one
          </button>
        )}
        <button
          type="button"
          className="btn btn-small"
          disabled={change.isPending}
          onClick={() => change.mutate({ id, active: !active })}
        >
          {active ? 'Disable: out at once' : 'Let them in again'}
        </button>
      </div>
    </div>
  );
}
