import { when } from '../../ui/when.ts';
import { fieldTrouble } from '../../api/client.ts';
import { useDevices, useRegisterDevice, useRevokeDevice } from '../../api/people.ts';
import { useThisDevice } from '../../api/queries.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { Trouble } from '../../ui/trouble.tsx';

/** Devices on which technicians take over from each other by PIN. */
export function TabletsView() {
  const devices = useDevices();
  const here = useThisDevice().data;
  const register = useRegisterDevice();
  const revoke = useRevokeDevice();
  const trouble = fieldTrouble(register.error);
  return (
    <>
      <p className="mt-4 text-soft">
        On a registered tablet whoever has a PIN takes over in two touches. Register it on the tablet itself;
        if it is lost, take it off here: nobody is in on it any more.
      </p>
      {here?.name ? (
        <p className="mt-3 font-semibold">This device is registered as “{here.name}”.</p>
      ) : (
        <form
          className="mt-3 flex flex-wrap items-end gap-3 border-2 border-ink bg-paper p-4"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            const form = e.currentTarget;
            register.mutate(formTexts(form)['name'] ?? '', { onSuccess: () => form.reset() });
          }}
        >
          <div className="w-full max-w-[340px]">
            <FormField
              label="What this device is called"
              name="name"
              maxLength={60}
              placeholder="Cart at lift 2"
              autoComplete="off"
              error={trouble['name']}
            />
          </div>
          <button type="submit" className="btn btn-main" disabled={register.isPending}>
            Register this device
          </button>
        </form>
      )}
      <Trouble of={register.error ?? revoke.error ?? devices.error} />
      <ul className="mt-4 border-b-2 border-ink" aria-label="Registered tablets">
        {devices.data?.map((d) => (
          <li
            key={d.id}
            className="flex min-h-[64px] flex-wrap items-center gap-x-4 border-t-2 border-ink py-1"
          >
            <p className="min-w-[200px] grow leading-tight">
              <span className="text-lg font-semibold">{d.name}</span>
              <span className="label block text-sm text-soft">
                registered by {d.author}, {when(d.at)} ·{' '}
                {d.seenAt ? `last used ${when(d.seenAt)}` : 'not used yet'}
              </span>
            </p>
            <button
              type="button"
              className="btn btn-small"
              disabled={revoke.isPending}
              onClick={() => revoke.mutate(d.id)}
            >
              Take it off
            </button>
          </li>
        ))}
        {devices.data?.length === 0 && (
          <li className="border-t-2 border-ink py-5 text-soft">No tablet is registered yet.</li>
        )}
      </ul>
    </>
  );
}
