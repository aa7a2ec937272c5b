import { Navigate, useNavigate, useSearchParams } from 'react-router';
import { fieldTrouble } from '../../api/client.ts';
import { useStartShop } from '../../api/queries.ts';
import { useFirstRun } from '../../api/shop.ts';
import { Door } from '../../ui/door.tsx';
import { FormField } from '../../ui/form-field.tsx';
import { OwnShopForm } from './own-shop-form.tsx';

/** The first thing anybody sees of an empty shop. */
export function StartPage() {
  const shop = useFirstRun();
  const start = useStartShop();
  const [params] = useSearchParams();
  const navigate = useNavigate();
  if (shop.data && shop.data.state !== 'new' && !start.isSuccess) return <Navigate to="/sign-in" replace />;
  return (
    <Door title="Start the shop">
      <div>
        <h1 className="headline text-4xl tracking-tight">Start your shop</h1>
        <p className="mt-2 text-soft">
          Nobody has started this one yet. It is empty: no jobs, no people but you. (To look around first,
          start Venula with its demo shop on another database.)
        </p>
      </div>
      <OwnShopForm
        use="Open the shop"
        busy={start.isPending}
        error={start.error}
        onStart={(own, { code = '' }) =>
          start.mutate({ ...own, code }, { onSuccess: () => void navigate('/jobs') })
        }
      >
        <FormField
          label="Start code"
          name="code"
          maxLength={40}
          autoComplete="off"
          autoCapitalize="characters"
          defaultValue={params.get('code') ?? ''}
          error={fieldTrouble(start.error)['code']}
          hint="printed where Venula was started: whoever can read it owns the server"
        />
      </OwnShopForm>
    </Door>
  );
}
