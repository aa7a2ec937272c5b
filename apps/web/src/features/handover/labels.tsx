import { HOSE_KINDS } from '@venula/core/kinds';
import { useShop } from '../../api/shop.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { QrCode } from '../../ui/qr-code.tsx';
import { PrintButton } from '../../job/print-button.tsx';

/** Labels to stick on: the car’s own with the way to its record, and one for each line. Wires have theirs on the wiring sheet. */
export function Labels({ onLeave }: { readonly onLeave: () => void }) {
  const doc = useDoc();
  const { id, number } = useOpenJob();
  const shop = useShop().data;
  const address = `${shop?.labelAddress || window.location.origin}/jobs/${id}/handover`;
  const lines = Object.values(doc.plumbing.paths).flatMap((path) =>
    path.order.flatMap((key) => {
      const e = doc.plumbing.elements[key];
      return e?.kind === 'run' && e.zone !== 'in-tank'
        ? [
            {
              key,
              name: e.name,
              way: path.role === 'return' ? '← to the tank' : 'to the engine →',
              what: `${HOSE_KINDS[e.hose].name}, -${e.dash}`,
            },
          ]
        : [];
    }),
  );
  return (
    <div className="h-full overflow-y-auto px-5 py-4 print:overflow-visible print:p-0">
      <div className="no-print mb-3 flex flex-wrap items-center gap-2">
        <PrintButton label="Print the labels" main />
        <button type="button" className="btn" onClick={onLeave}>
          Back to the record
        </button>
        <p className="label w-full text-sm text-soft">
          The code opens this job on the shop’s own network, for whoever is signed in there. Labels of wires
          are on the wiring sheet. Stick them where fuel and heat do not reach.
        </p>
      </div>
      <ul className="flex flex-wrap gap-3" data-testid="labels">
        <li className="flex w-[340px] items-center gap-3 border-2 border-ink bg-white p-2 text-black">
          <div className="w-[120px] shrink-0">
            <QrCode text={address} label={`QR code to ${address}`} />
          </div>
          <div className="min-w-0">
            <p className="headline text-xl">{String(number).padStart(4, '0')}</p>
            <p className="leading-tight font-semibold">{doc.title}</p>
            <p className="label text-sm">{shop?.name ? `${shop.name}, fuel` : 'Fuel'} system record</p>
            <p className="text-[13px] break-all">{address}</p>
          </div>
        </li>
        {lines.map(({ key, name, way, what }) => (
          <li key={key} className="w-[220px] border-2 border-ink bg-white p-2 text-black">
            <p className="headline text-lg leading-tight">{name}</p>
            <p className="font-semibold">{way}</p>
            <p className="label text-sm">
              {what} · {String(number).padStart(4, '0')}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}
