import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { tell } from '../../api/client.ts';
import { useSignIn } from '../../api/queries.ts';

export function SignInPage() {
  const signIn = useSignIn();
  const navigate = useNavigate();
  const [missing, setMissing] = useState('');
  const problem = missing || (signIn.error ? tell(signIn.error) : '');
  const submit = (e: FormEvent<HTMLFormElement>) => {
    e.preventDefault();
    const form = new FormData(e.currentTarget);
    const [login, password] = [form.get('login'), form.get('password')].map(String) as [string, string];
    const absent = login.trim() === '' ? 'login' : password === '' ? 'password' : null;
    setMissing(absent === null ? '' : absent === 'login' ? 'Type your sign-in name.' : 'Type your password.');
    if (absent !== null) {
      e.currentTarget.querySelector<HTMLInputElement>(`[name="${absent}"]`)?.focus();
      return;
    }
    signIn.mutate({ login, password }, { onSuccess: () => void navigate('/jobs') });
  };
  return (
    <main className="grid min-h-screen grid-cols-[1fr_minmax(380px,460px)]">
      <title>Sign in · Venula</title>
      <div className="relative hidden overflow-hidden bg-rail md:block" aria-hidden>
        <svg
          viewBox="0 0 800 800"
          preserveAspectRatio="xMidYMid slice"
          className="absolute inset-0 size-full"
        >
          <path
            d="M-20 560 H90 L150 210 L300 236 L420 330 L620 352 H820"
            fill="none"
            stroke="#5fc4bb"
            strokeWidth="14"
            strokeLinejoin="round"
          />
          <path
            d="M820 640 L560 664 L260 690 L-20 712"
            fill="none"
            stroke="#e0a33c"
            strokeWidth="14"
            strokeDasharray="46 18"
          />
          <path d="M430 352 H820" stroke="#eef0ea" strokeWidth="3" strokeDasharray="4 10" />
        </svg>
      </div>
      <div className="flex flex-col justify-center gap-8 px-10 max-md:col-span-2">
        <div>
          <h1 className="headline text-5xl tracking-tight">venula</h1>
          <p className="mt-2 text-lg text-soft">
            Plan the fuel system. Know what the gauge will read. Prove it, and keep the record.
          </p>
        </div>
        <form className="flex flex-col gap-3" onSubmit={submit} noValidate>
          <label className="label text-sm text-soft">
            Name
            <input
              className="field mt-0.5"
              style={{ minHeight: 52 }}
              autoComplete="username"
              autoCapitalize="none"
              name="login"
            />
          </label>
          <label className="label text-sm text-soft">
            Password
            <input
              className="field mt-0.5"
              style={{ minHeight: 52 }}
              type="password"
              autoComplete="current-password"
              name="password"
            />
          </label>
          <p role="alert" className="min-h-[1.4rem] font-semibold text-stop">
            {problem}
          </p>
          <button
            type="submit"
            className="btn btn-main"
            style={{ minHeight: 56 }}
            disabled={signIn.isPending}
          >
            {signIn.isPending ? 'Signing in…' : 'Sign in'}
          </button>
        </form>
        <Link className="btn self-start" to="/sums">
          Quick sums, no sign-in
        </Link>
        <p className="label text-sm text-soft">
          The program advises, the technician decides. Local law, makers’ instructions and licensed trades
          come first.
        </p>
      </div>
    </main>
  );
}
