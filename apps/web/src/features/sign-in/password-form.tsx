import { useState, type FormEvent } from 'react';
import { tell } from '../../api/client.ts';
import { useSignIn } from '../../api/queries.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';

/** Name and password. */
export function PasswordForm({ onIn }: { readonly onIn: () => void }) {
  const signIn = useSignIn();
  const [missing, setMissing] = useState('');
  const problem = missing || (signIn.error ? tell(signIn.error) : '');
  const submit = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const { login = '', password = '' } = formTexts(e.currentTarget);
    const absent = login.trim() === '' ? 'login' : password === '' ? 'password' : null;
    setMissing(absent === null ? '' : absent === 'login' ? 'Type your sign-in name.' : 'Type your password.');
    if (absent !== null) {
      e.currentTarget.querySelector<HTMLInputElement>(`[name="${absent}"]`)?.focus();
      return;
    }
    signIn.mutate({ login, password }, { onSuccess: onIn });
  };
  return (
    <form className="flex flex-col gap-3" onSubmit={submit} noValidate>
      <FormField label="Name" name="login" autoComplete="username" autoCapitalize="none" />
      <FormField label="Password" name="password" type="password" autoComplete="current-password" />
      <p role="alert" className="min-h-[1.4rem] font-semibold text-stop">
        {problem}
      </p>
      <button type="submit" className="btn btn-main" style={{ minHeight: 56 }} disabled={signIn.isPending}>
        {signIn.isPending ? 'Signing in…' : 'Sign in'}
      </button>
    </form>
  );
}
