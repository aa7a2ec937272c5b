import { USUAL_HOSE_SOLD, type HoseSold } from '@venula/core/document';
import { CUT_WASTE } from '@venula/core/kinds';
import {
  kitLines,
  linesToMeasure,
  piecedPrice,
  type Bar,
  type CutGroup,
  type CuttingPlan,
  type Piece,
} from '@venula/core/supply';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { useShop } from '../../api/shop.ts';
import { asideFor, usePrices, useShelfChanges } from '../../api/shelf.ts';
import type { ShelfRow } from '../../api/types.ts';
import { useFormat, useSettings } from '../../app/settings.ts';
import { HoseSoldFields } from '../../ui/hose-sold-fields.tsx';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { newId } from '../../outbox/ids.ts';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { dollars } from './money.ts';
import type { GroupPlan } from './use-cut-plans.ts';
import { LengthListField } from '../../ui/length-list-field.tsx';

export function CutView({ plans }: { readonly plans: readonly GroupPlan[] }) {
  return (
    <>
      {plans.map((p) => (
        <Group key={p.group.part} {...p} />
      ))}
      <HowSold />
    </>
  );
}

/** Roll lengths and the longest single piece: the shop’s, or this job’s own. */
function HowSold() {
  const { hoseSold } = useDoc();
  const { edit, readOnly } = useOpenJob();
  const shop = useShop().data?.hoseSold ?? USUAL_HOSE_SOLD;
  const now = hoseSold ?? shop;
  const put = (change: Partial<HoseSold>) =>
    edit({ op: 'add', path: '/hoseSold', value: { ...now, ...change } });
  return (
    <details className="no-print mt-2">
      <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
        How hose is bought{hoseSold ? ', for this job' : ', as the shop has it'}
      </summary>
      <HoseSoldFields value={now} disabled={readOnly} onChange={put} />
      {hoseSold && (
        <button
          type="button"
          className="btn btn-small mt-2"
          disabled={readOnly}
          onClick={() => edit({ op: 'remove', path: '/hoseSold' })}
        >
          Back to the shop’s
        </button>
      )}
    </details>
  );
}

function Group({ group, plan, offcuts }: GroupPlan) {
  const format = useFormat();
  const longest = Math.max(0, ...plan.bars.map((b) => b.length));
  return (
    <section className="mb-6 break-inside-avoid" aria-label={group.part} data-cut={group.part}>
      <h3 className="headline border-b-2 border-ink pb-1 text-lg">{group.part}</h3>
      <ul>
        {plan.bars.map((bar, i) => (
          <BarRow key={bar.offcut ?? i} bar={bar} longest={longest} />
        ))}
      </ul>
      {group.toMeasure.map((l) => (
        <p key={l.id} className="border-t border-rule py-2 font-semibold text-fix">
          {l.name}: not measured, nothing is cut for it yet.
        </p>
      ))}
      {plan.tooLong.map((p) => (
        <p key={p.id} className="font-semibold text-fix">
          {p.name} is {format('tape', p.length)}: longer than is sold in one piece. Join it with a union or
          route it shorter.
        </p>
      ))}
      <p className="text-sm text-soft">{buysWords(group, plan, format)}</p>
      <Shelf part={group.part} plan={plan} offcuts={offcuts} />
      <Kit group={group} />
    </section>
  );
}

/** What is bought, whether less would do, and what is counted for cutting. */
function buysWords(group: CutGroup, plan: CuttingPlan, format: ReturnType<typeof useFormat>): string {
  const rolls = group.sold.by === 'roll';
  const count = (n: number): string => `${n} ${n === 1 ? 'roll' : 'rolls'}`;
  const buy =
    plan.bought === 0
      ? 'Nothing to buy'
      : `${format('length', plan.bought)} to buy${rolls ? `, ${count(plan.rolls)}` : ''}`;
  const open = linesToMeasure(group.toMeasure.length);
  const bound = rolls ? `at least ${count(plan.bound)}` : `at least ${format('length', plan.bound)}`;
  const sure = plan.proven
    ? 'no way of cutting buys less'
    : `the best found of very many ways; any plan buys ${bound}`;
  return `${buy}${open ? `, and ${open}` : ''}; ${sure}. ${format('allowance', CUT_WASTE)} a piece is counted for squaring both ends and the cut.`;
}

/** A length of hose with its pieces, to scale. */
function BarRow({ bar, longest }: { readonly bar: Bar; readonly longest: number }) {
  const format = useFormat();
  return (
    <li className="py-2">
      <p className="label text-sm text-soft">
        {bar.offcut === null ? 'Buy' : 'From the shelf'} {format('length', bar.length)},{' '}
        {format('tape', bar.left)} left over
      </p>
      <div
        className="mt-1 flex h-[46px] border-2 border-ink"
        style={{ width: `${Math.max(30, (bar.length / longest) * 100)}%` }}
      >
        {bar.pieces.map((p, i) => (
          <div
            key={p.id}
            aria-hidden
            className="grid min-w-0 place-items-center border-r-2 border-ink bg-feed/25 font-bold"
            style={{ width: `${(p.length / bar.length) * 100}%` }}
          >
            {i + 1}
          </div>
        ))}
      </div>
      <ol className="mt-1 flex flex-wrap gap-x-5">
        {bar.pieces.map((p, i) => (
          <li key={p.id}>
            {i + 1}: <strong className="num font-semibold">{format('tape', p.length)}</strong> {p.name}
          </li>
        ))}
      </ol>
    </li>
  );
}

/** Offcuts of this hose that lie in the shop. */
function Shelf({
  part,
  plan,
  offcuts,
}: {
  readonly part: string;
  readonly plan: CuttingPlan;
  readonly offcuts: readonly ShelfRow[];
}) {
  const format = useFormat();
  const { id: jobId, readOnly } = useOpenJob();
  const { put, remove, reserve, error } = useShelfChanges();
  const used = new Set(plan.bars.map((b) => b.offcut));
  const open = offcuts.filter((o) => used.has(o.id) && asideFor(o, jobId) === 0);
  return (
    <details className="no-print mt-2">
      <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
        Offcuts on the shelf{offcuts.length > 0 ? `: ${offcuts.length}` : ''}
      </summary>
      <ul>
        {offcuts.map((o) => {
          const other = o.reserved.find((r) => r.jobId !== jobId);
          return (
            <li key={o.id} className="flex min-h-[48px] flex-wrap items-center gap-3 border-t border-rule">
              <strong className="num font-semibold">{format('length', o.quantity)}</strong>
              <span className="label text-sm text-soft">
                {other
                  ? `put aside for ${other.title}`
                  : asideFor(o, jobId) > 0
                    ? 'put aside for this job'
                    : used.has(o.id)
                      ? 'used here'
                      : 'not needed here'}
              </span>
              {asideFor(o, jobId) > 0 && (
                <button
                  type="button"
                  className="btn btn-small"
                  disabled={readOnly}
                  onClick={() => reserve.mutate({ id: o.id, jobId, quantity: 0 })}
                >
                  Put back
                </button>
              )}
              {o.reserved.length === 0 && (
                <button
                  type="button"
                  className="btn btn-small"
                  disabled={readOnly}
                  aria-label={`Take the offcut of ${format('length', o.quantity)} off the shelf`}
                  onClick={() => remove.mutate(o.id)}
                >
                  <Trash2 size={16} aria-hidden />
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <div className="flex max-w-[420px] flex-wrap items-end gap-3">
        {open.length > 0 && (
          <button
            type="button"
            className="btn btn-small"
            disabled={readOnly}
            onClick={() => {
              for (const o of open) reserve.mutate({ id: o.id, jobId, quantity: o.quantity });
            }}
          >
            Put the {open.length === 1 ? 'one' : open.length} used here aside
          </button>
        )}
        <NewOffcut
          disabled={readOnly}
          onAdd={(quantity) => put.mutate({ id: newId(), part, unit: 'm', quantity, note: '' })}
        />
      </div>
      {error && <p className="text-stop">{tell(error)}</p>}
    </details>
  );
}

const OFFCUT = { min: 0.05, max: 30 };

function NewOffcut({
  disabled,
  onAdd,
}: {
  readonly disabled: boolean;
  readonly onAdd: (length: number) => void;
}) {
  const [length, setLength] = useState(0.9144);
  return (
    <div className="flex items-end gap-2">
      <QuantityField
        label="Another offcut"
        dimension="length"
        value={length}
        range={OFFCUT}
        disabled={disabled}
        onCommit={setLength}
      />
      <button type="button" className="btn" disabled={disabled} onClick={() => onAdd(length)}>
        Add it
      </button>
    </div>
  );
}

/** Made-up lines of given lengths: which goes where. */
function Kit({ group }: { readonly group: CutGroup }) {
  const doc = useDoc();
  const format = useFormat();
  const [kit, setKit] = useState<readonly number[]>([]);
  // A made-up line is as long as seat to seat.
  const places: Piece[] = group.pieces.map((p) => {
    const run = doc.plumbing.elements[p.id];
    return { ...p, length: run?.kind === 'run' ? run.lengthM : p.length };
  });
  const matches = kitLines(places, kit);
  return (
    <details className="no-print mt-2">
      <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
        A kit with lines made up
      </summary>
      <div className="max-w-[420px]">
        <LengthListField
          label="Lengths of its lines, with commas"
          values={kit}
          range={OFFCUT}
          onCommit={setKit}
        />
      </div>
      {kit.length > 0 && (
        <ul>
          {matches.map(({ piece, line }) => (
            <li key={piece.id} className="border-t border-rule py-1">
              <strong className="font-semibold">{piece.name}</strong>, {format('length', piece.length)}:{' '}
              {line === null ? (
                <span className="font-semibold text-fix">no line of the kit is long enough</span>
              ) : (
                <>
                  the {format('length', kit[line]!)} line, {format('tape', kit[line]! - piece.length)} to
                  spare
                </>
              )}
            </li>
          ))}
          <KitPrice ids={matches.flatMap((m) => (m.line === null ? [] : [m.piece.id]))} />
        </ul>
      )}
    </details>
  );
}

/** What the lines it serves cost made up in the shop: the kit has to be worth that. */
function KitPrice({ ids }: { readonly ids: readonly string[] }) {
  const doc = useDoc();
  const { units } = useSettings();
  const prices = usePrices().data ?? [];
  const { total, unpriced } = piecedPrice(doc, ids, prices, units);
  return (
    <li className="border-t border-rule py-1 font-semibold">
      {ids.length === 0
        ? 'It serves none of them.'
        : total === 0
          ? 'Give hose and ends a price under Order list to set the kit against lines made up here.'
          : `Made up here these cost ${dollars(total)} in hose and ends${unpriced > 0 ? `, ${unpriced} parts without a price left out` : ''}.`}
    </li>
  );
}
