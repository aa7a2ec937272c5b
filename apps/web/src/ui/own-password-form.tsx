import { useState, type FormEvent } from 'react';
import { fieldTrouble } from '../api/client.ts';
import { useOwnPassword } from '../api/people.ts';
import { FormField, formTexts } from './form-field.tsx';
import { PasswordTwice } from './password-twice.tsx';
import { Trouble } from './trouble.tsx';

/** Another password in place of the one somebody has. */
export function OwnPasswordForm({
  old,
  use,
  main = false,
}: {
  /** What the one they have is called. */
  readonly old: string;
  /** What is written on the button. */
  readonly use: string;
  readonly main?: boolean;
}) {
  const change = useOwnPassword();
  const [unlike, setUnlike] = useState(false);
  const trouble = fieldTrouble(change.error);
  const submit = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = e.currentTarget;
    const { old: before = '', password = '', again } = formTexts(form);
    setUnlike(password !== again);
    if (password === again) change.mutate({ old: before, password }, { onSuccess: () => form.reset() });
  };
  return (
    <form className="flex flex-col gap-3" noValidate onSubmit={submit}>
      <FormField
        label={old}
        name="old"
        type="password"
        autoComplete="current-password"
        error={trouble['old']}
      />
      <PasswordTwice error={trouble['password']} unlike={unlike} />
      <Trouble of={change.error} />
      {change.isSuccess && (
        <p role="status" className="font-semibold text-good">
          Changed. Everywhere else you are signed out.
        </p>
      )}
      <button
        type="submit"
        className={`btn ${main ? 'btn-main min-h-[56px]' : 'self-start'}`}
        disabled={change.isPending}
      >
        {use}
      </button>
    </form>
  );
}
