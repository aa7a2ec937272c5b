import type { WiringSheet } from '@venula/core/harness';
import { wireSizeName } from '@venula/core/kinds';
import { useFormat } from '../../../app/settings.ts';
import { useLayoutWidth } from '../../../ui/use-layout.ts';
import { WireSwatch } from '../../../ui/wire-colors.tsx';
import type { WiringOpen } from './wiring-open.ts';

interface WireListProps {
  readonly sheet: WiringSheet;
  readonly open: WiringOpen;
  readonly onOpen: (next: WiringOpen) => void;
}

/** The drawing as a list: every wire with both its ends, and on a phone the parts too, which are touched nowhere else there. */
export function WireList(props: WireListProps) {
  return useLayoutWidth() === 'phone' ? <PhoneLists {...props} /> : <WireTable {...props} />;
}

function WireTable({ sheet, open, onOpen }: WireListProps) {
  const format = useFormat();
  return (
    <table className="w-full text-sm" data-testid="wires">
      <caption className="sr-only">Wire list</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {['Wire', 'From', 'To', 'Color', 'Size', 'Length'].map((h, i) => (
            <th key={h} scope="col" className={`py-1 pr-2 font-semibold ${i === 5 ? 'num' : 'text-left'}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="rows-middle">
        {sheet.wires.map((w) => (
          <tr key={w.id} className={`border-b border-rule ${isOpen(open, w.id) ? 'bg-mark/25' : ''}`}>
            <th scope="row" className="py-0 pr-2 text-left font-medium">
              <button
                type="button"
                className="min-h-[52px] min-w-[44px] text-left underline decoration-rule underline-offset-4"
                aria-pressed={isOpen(open, w.id)}
                onClick={() => onOpen(isOpen(open, w.id) ? null : { of: 'wire', id: w.id })}
              >
                <strong>{w.label}</strong> {w.name}
              </button>
            </th>
            <td className="py-0.5 pr-2">{w.fromName}</td>
            <td className="py-0.5 pr-2">{w.toName}</td>
            <td className="py-0.5 pr-2 whitespace-nowrap">
              <WireSwatch color={w.color} /> {w.color}
            </td>
            <td className="py-0.5 pr-2 whitespace-nowrap">{wireSizeName(w.size)}</td>
            <td className="num py-0.5">{format('length', w.lengthM)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function PhoneLists({ sheet, open, onOpen }: WireListProps) {
  const format = useFormat();
  const line = 'flex min-h-[52px] w-full flex-col justify-center border-b border-rule py-1 text-left';
  return (
    <>
      <ul data-testid="wires" aria-label="Wires">
        {sheet.wires.map((w) => (
          <li key={w.id}>
            <button
              type="button"
              className={`${line} ${isOpen(open, w.id) ? 'bg-mark/25' : ''}`}
              aria-pressed={isOpen(open, w.id)}
              onClick={() => onOpen(isOpen(open, w.id) ? null : { of: 'wire', id: w.id })}
            >
              <span className="font-medium">
                <strong>{w.label}</strong> <WireSwatch color={w.color} /> {w.name}
              </span>
              <span className="label text-sm text-soft">
                {w.fromName} to {w.toName} · {wireSizeName(w.size)} {w.color} · {format('length', w.lengthM)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <h3 className="headline mt-4 text-lg">Parts</h3>
      <ul aria-label="Parts of the wiring">
        {Object.entries(sheet.harness.devices).map(([id, device]) => {
          const on = open?.of === 'device' && open.id === id;
          const wires = sheet.wires.filter((w) => w.from.device === id || w.to.device === id);
          return (
            <li key={id}>
              <button
                type="button"
                className={`${line} ${on ? 'bg-mark/25' : ''}`}
                aria-pressed={on}
                data-device={id}
                onClick={() => onOpen(on ? null : { of: 'device', id })}
              >
                <span className="font-medium">{device.name}</span>
                <span className="label text-sm text-soft">
                  {wires.map((w) => w.label).join(' ') || 'no wire'}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

const isOpen = (open: WiringOpen, wireId: string): boolean => open?.of === 'wire' && open.id === wireId;
