import { when } from '../../ui/when.ts';
import { Download, HardDriveDownload } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  backupAddress,
  EXPORT_ADDRESS,
  useMakeBackup,
  useRestore,
  useService,
  useTakeIn,
  type BackupRow,
  type ServiceState,
  type TakenIn,
} from '../../api/admin.ts';
import { useClearDemo } from '../../api/queries.ts';
import { useShop } from '../../api/shop.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { Trouble } from '../../ui/trouble.tsx';
import { OwnShopForm } from './own-shop-form.tsx';

const size = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.ceil(bytes / 1e3)} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(1)} MB`
      : `${(bytes / 1e9).toFixed(1)} GB`;
const DAY = 86_400_000;

export function BackupView() {
  const service = useService();
  const make = useMakeBackup();
  const [now] = useState(() => Date.now());
  const state = service.data;
  const last = state?.backups[0];
  const old = !last || now - Date.parse(last.at) > 2 * DAY;
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center justify-between gap-3">
        <p className={`headline text-xl ${old ? 'text-fix' : ''}`}>
          {state && (last ? `Last backup ${when(last.at)}` : 'There is no backup yet')}
        </p>
        <button
          type="button"
          className="btn btn-main"
          disabled={make.isPending}
          onClick={() => make.mutate()}
        >
          <HardDriveDownload size={18} aria-hidden /> {make.isPending ? 'Backing up…' : 'Back up now'}
        </button>
      </div>
      <Trouble of={service.error ?? make.error} />
      {state && <Facts state={state} />}
      <ul className="mt-3 border-b-2 border-ink" aria-label="Backups">
        {state?.backups.map((b) => (
          <Backup key={b.file} backup={b} />
        ))}
      </ul>
      <OutAndIn />
      <ClearDemo />
    </>
  );
}

function Facts({ state }: { readonly state: ServiceState }) {
  const { version, core, databaseBytes, photoBytes, jobs, readings, photos, freeBytes } = state;
  const facts = [
    ['Venula', `${version}, sums ${core.slice(0, 8)}`],
    ['Jobs', jobs.toLocaleString('en-US')],
    ['Readings', readings.toLocaleString('en-US')],
    ['Photos', photos === 0 ? 'none' : `${photos.toLocaleString('en-US')}, ${size(photoBytes)}`],
    ['Database', size(databaseBytes)],
    ['Room for backups', freeBytes === null ? 'not known' : size(freeBytes)],
  ] as const;
  return (
    <dl className="mt-3 grid grid-cols-3 gap-x-6 gap-y-2 max-md:grid-cols-2">
      {facts.map(([name, value]) => (
        <div key={name}>
          <dt className="label text-sm text-soft">{name}</dt>
          <dd className="font-semibold [overflow-wrap:anywhere]">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function Backup({ backup }: { readonly backup: BackupRow }) {
  const [asking, setAsking] = useState(false);
  const restore = useRestore();
  const navigate = useNavigate();
  return (
    <li className="border-t-2 border-ink py-1">
      <div className="flex min-h-[60px] flex-wrap items-center gap-x-3 gap-y-2">
        <p className="min-w-[220px] grow leading-tight">
          <span className="text-lg font-semibold">{when(backup.at)}</span>
          <span className="label block text-sm text-soft">
            {size(backup.bytes)} · by {backup.author} · on {backup.host}
          </span>
        </p>
        <a className="btn btn-small" href={backupAddress(backup.file)} download={backup.file}>
          <Download size={18} aria-hidden /> Save the file
        </a>
        <button
          type="button"
          className="btn btn-small"
          aria-expanded={asking}
          onClick={() => setAsking(!asking)}
        >
          Put it back…
        </button>
      </div>
      {asking && (
        <form
          className="my-2 flex flex-wrap items-end gap-3 border-l-4 border-stop pl-3"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            const { shop = '' } = formTexts(e.currentTarget);
            restore.mutate(
              { file: backup.file, shop },
              { onSuccess: () => void navigate('/sign-in', { replace: true }) },
            );
          }}
        >
          <p className="w-full">
            Everything entered since {when(backup.at)} is gone after this. Everybody signs in anew with their
            password; PINs are gone, and who lost access since stays out until a lead decides. Back up first
            if in doubt.
          </p>
          <div className="w-full max-w-[320px]">
            <FormField label="Type the name of the shop" name="shop" autoComplete="off" maxLength={80} />
          </div>
          <button type="submit" className="btn btn-main" disabled={restore.isPending}>
            {restore.isPending ? 'Putting it back…' : 'Put this backup back'}
          </button>
          <Trouble of={restore.error} />
        </form>
      )}
    </li>
  );
}

/** Everything in open files: for another shop, or for whatever comes after this program. */
function OutAndIn() {
  const take = useTakeIn();
  const [settings, setSettings] = useState(false);
  return (
    <section className="mt-6">
      <h2 className="headline border-t-2 border-ink pt-2 text-xl">Everything out and in</h2>
      <p className="text-soft">
        One ZIP with every job and its whole record, the people, library, shelf, prices and settings (JSON,
        CSV, SVG, JPEG). Another shop takes in what it does not have yet. People come without a password: they
        sign in once a lead enables them and gives them one.
      </p>
      <a className="btn mt-2" href={EXPORT_ADDRESS} download="shop.zip">
        <Download size={18} aria-hidden /> Save everything
      </a>
      <div className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <FileButton
          label={take.isPending ? 'Taking it in…' : 'Take a shop in'}
          accept=".zip,application/zip"
          small={false}
          disabled={take.isPending}
          onFile={(file) => take.mutate({ file, settings })}
        />
        <label className="flex min-h-[44px] items-center gap-2">
          <input
            type="checkbox"
            className="size-5 shrink-0"
            checked={settings}
            onChange={(e) => setSettings(e.target.checked)}
          />
          with its name, settings and logo: the shop moves here
        </label>
      </div>
      <Trouble of={take.error} />
      {take.data && (
        <div role="status" className="mt-2">
          <p className="font-semibold">{sayTaken(take.data)}</p>
          {take.data.left.length > 0 && (
            <details>
              <summary className="flex min-h-[44px] cursor-pointer items-center">
                {take.data.left.length} left out
              </summary>
              <ul className="text-sm">
                {take.data.left.map(({ what, why }) => (
                  <li key={what}>
                    {what}: {why}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      )}
    </section>
  );
}

function sayTaken({ jobs, people, library, shelf, prices, settings }: TakenIn): string {
  const counts = [
    [jobs, 'job', 'jobs'],
    [people, 'person', 'people'],
    [library, 'library entry', 'library entries'],
    [shelf, 'thing on the shelf', 'things on the shelf'],
  ] as const;
  const said = [
    ...counts.filter(([n]) => n > 0).map(([n, one, more]) => `${n} ${n === 1 ? one : more}`),
    ...(prices > 0 ? ['the prices'] : []),
    ...(settings > 0 ? ['the settings'] : []),
  ];
  return said.length > 0 ? `Taken in: ${said.join(', ')}.` : 'Nothing was taken in.';
}

/** From the made-up shop to one’s own. */
function ClearDemo() {
  const shop = useShop().data;
  const clear = useClearDemo();
  const navigate = useNavigate();
  if (shop?.state !== 'demo') return null;
  return (
    <section className="mt-6">
      <h2 className="headline border-t-2 border-ink pt-2 text-xl">Start your own shop</h2>
      <details>
        <summary className="flex min-h-[48px] cursor-pointer items-center font-semibold">
          Clear the demo, and open an empty shop
        </summary>
        <p className="mb-3 border-l-4 border-stop pl-3">
          Every job, reading, photo, person and setting here goes; the demo’s passwords open nothing any more.
        </p>
        <div className="max-w-[520px]">
          <OwnShopForm
            use="Clear the demo and open my shop"
            busy={clear.isPending}
            error={clear.error}
            onStart={(own) => clear.mutate(own, { onSuccess: () => void navigate('/jobs') })}
          />
        </div>
      </details>
    </section>
  );
}
