import { useSignOut } from '../../api/queries.ts';
import type { Person } from '../../api/types.ts';
import { Door } from '../../ui/door.tsx';
import { OwnPasswordForm } from '../../ui/own-password-form.tsx';

/** Somebody came in with what a lead read out: their own password comes first. */
export function ChoosePassword({ person }: { readonly person: Person }) {
  const signOut = useSignOut();
  return (
    <Door title="Your password">
      <div>
        <h1 className="headline text-3xl">Welcome, {person.name}</h1>
        <p className="mt-2 text-soft">
          What you came in with opens the door once. Choose a password that only you know.
        </p>
      </div>
      <OwnPasswordForm old="What you came in with" use="Use this password" main />
      <button type="button" className="btn self-start" onClick={() => signOut.mutate()}>
        Sign out
      </button>
    </Door>
  );
}
