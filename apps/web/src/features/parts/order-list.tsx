import {
  BILL_GROUPS,
  sold,
  soldWords,
  substitutesFor,
  type BillGroup,
  type BillLine,
} from '@venula/core/supply';
import { freeFor, usePrices, useShelf } from '../../api/shelf.ts';
import { useSettings } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { LinePrice } from './line-price.tsx';
import { OnShelf } from './on-shelf.tsx';

/** The shop is out of it, and has something else that does. */
function Instead({ line }: { readonly line: BillLine }) {
  const doc = useDoc();
  const { id } = useOpenJob();
  const shelf = useShelf().data;
  const own = (shelf ?? []).filter((s) => s.part === line.part && s.unit === line.unit);
  // Counted once and used up: then the shop is out of it. What nobody ever counted is simply ordered.
  const out = own.length > 0 && own.reduce((sum, s) => sum + freeFor(s, id), 0) < line.quantity;
  if (!out) return null;
  const stock = (part: string, unit: BillLine['unit']): number =>
    (shelf ?? [])
      .filter((s) => s.part === part && s.unit === unit)
      .reduce((most, s) => (unit === 'each' ? most + freeFor(s, id) : Math.max(most, freeFor(s, id))), 0);
  const ways = substitutesFor(doc, line, stock);
  if (ways.length === 0) return null;
  return (
    <span className="block text-ink" data-instead={line.part}>
      The shelf is short of it. {ways.length === 1 ? 'Instead' : 'Instead, place by place'}:{' '}
      {ways.map((w) => `${w.parts.join(', then ')} (${w.where})`).join('; ')}.
    </span>
  );
}

const GROUPS = Object.entries(BILL_GROUPS) as [BillGroup, string][];

/** What to get, group by group, as it is sold; what the shop has is put aside in place. */
export function OrderList({
  lines,
  toGet,
  costs,
  counting,
  pricing,
}: {
  readonly lines: readonly BillLine[];
  /** What is ordered of a line. */
  readonly toGet: (line: BillLine) => BillLine;
  /** Cents, line by line; null: no price is known. */
  readonly costs: readonly (number | null)[];
  readonly counting: boolean;
  readonly pricing: boolean;
}) {
  const { units } = useSettings();
  const shelf = useShelf().data ?? [];
  const prices = usePrices().data ?? [];
  const quantity = (l: BillLine): string => {
    const ordered = toGet(l);
    return sold(ordered, units).quantity === 0 && !ordered.toMeasure ? 'none' : soldWords(ordered, units);
  };
  return (
    <table className="w-full">
      <caption className="sr-only">Parts the plan implies</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-sm text-soft">
          <th scope="col" className="cell num w-28 font-semibold max-md:w-14">
            To get
          </th>
          <th scope="col" className="cell font-semibold">
            Part
          </th>
          <th scope="col" className="cell font-semibold">
            Where, and what to watch
          </th>
        </tr>
      </thead>
      {GROUPS.map(([group, title]) => {
        const own = lines.filter((l) => l.group === group);
        if (own.length === 0) return null;
        return (
          <tbody key={group}>
            <tr>
              <th colSpan={3} scope="rowgroup" className="cell headline pt-3 pb-1 text-base">
                {title}
              </th>
            </tr>
            {own.map((l) => (
              <tr key={l.part} className="border-t border-rule" data-part-line={l.group}>
                <td className="cell num font-semibold">{quantity(l)}</td>
                <td className="cell">{l.part}</td>
                <td className="cell label text-sm text-soft">
                  {l.note}
                  {l.problem && <strong className="block text-fix">{l.problem}</strong>}
                  <LinePrice
                    line={l}
                    price={prices.find((p) => p.part === l.part && p.unit === l.unit)}
                    cost={costs[lines.indexOf(l)] ?? null}
                    pricing={pricing}
                  />
                  <Instead line={l} />
                  {l.unit === 'each' && (
                    <OnShelf line={l} items={shelf.filter((s) => s.part === l.part)} counting={counting} />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        );
      })}
    </table>
  );
}
