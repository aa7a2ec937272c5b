import { useState } from 'react';
import { Link, Navigate, useNavigate, useSearchParams } from 'react-router';
import { useMe, useSignOut, useThisDevice } from '../../api/queries.ts';
import { useFirstRun } from '../../api/shop.ts';
import { Door } from '../../ui/door.tsx';
import { PasswordForm } from './password-form.tsx';
import { PinForm } from './pin-form.tsx';

/** Only ever a place of this program. */
const backTo = (place: string | null): string =>
  place !== null && /^\/(?:jobs|library|sums|shop|me)(?:[/?]|$)/.test(place) ? place : '/jobs';

export function SignInPage() {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const back = backTo(params.get('back'));
  const device = useThisDevice().data;
  const shop = useFirstRun().data;
  const [typed, setTyped] = useState(params.get('with') === 'password');
  const people = device?.people ?? [];
  const byPin = people.length > 0 && !typed;
  const enter = () => void navigate(back);
  if (shop?.state === 'new') return <Navigate to="/start" replace />;
  return (
    <Door title="Sign in">
      <div>
        <h1 className="headline text-5xl tracking-tight">venula</h1>
        <p className="mt-2 text-lg text-soft">
          {shop?.name ? (
            <>
              <strong className="text-ink">{shop.name}</strong>
              {device?.name && ` · ${device.name}`}
            </>
          ) : (
            'Plan the fuel system. Know what the gauge will read. Prove it, and keep the record.'
          )}
        </p>
      </div>
      {params.has('back') && <StillIn back={back} />}
      {byPin ? <PinForm people={people} onIn={enter} /> : <PasswordForm onIn={enter} />}
      {people.length > 0 && (
        <button type="button" className="btn self-start" onClick={() => setTyped(!typed)}>
          {typed ? 'By PIN' : 'With name and password'}
        </button>
      )}
      {shop?.state === 'demo' && (
        <p className="border-l-4 border-mark pl-3 text-sm">
          This is the made-up demo shop: its sign-ins are printed where Venula was started.
        </p>
      )}
      <Link className="btn self-start" to="/sums">
        Quick sums, no sign-in
      </Link>
      <p className="label text-sm text-soft">
        The program advises, the technician decides. Local law, makers’ instructions and licensed trades come
        first.
      </p>
    </Door>
  );
}

/** Whoever was here goes on, as long as nobody else has come in. */
function StillIn({ back }: { readonly back: string }) {
  const me = useMe().data;
  const signOut = useSignOut();
  if (!me) return null;
  return (
    <div className="border-l-4 border-mark pl-3">
      <p>{me.name} is still signed in here.</p>
      <div className="mt-1 flex flex-wrap gap-2">
        <Link className="btn btn-small" to={back}>
          Go on as {me.name}
        </Link>
        <button type="button" className="btn btn-small" onClick={() => signOut.mutate()}>
          Sign out
        </button>
      </div>
    </div>
  );
}
