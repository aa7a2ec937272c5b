import { isUs, FOOT } from '@venula/core/quantities';
import { readPrices, type BillLine, type Price } from '@venula/core/supply';
import { useRef, useState } from 'react';
import { tell } from '../../api/client.ts';
import { usePutPrices } from '../../api/shelf.ts';
import { useSettings } from '../../app/settings.ts';
import { GuardedForm } from '../../ui/guarded.tsx';
import { dollars } from './money.ts';

/** What a line of the list costs; while prices are gone through, a field to type it. */
export function LinePrice({
  line,
  price,
  cost,
  pricing,
}: {
  readonly line: BillLine;
  readonly price: Price | undefined;
  /** Cents for what is ordered. */
  readonly cost: number | null;
  readonly pricing: boolean;
}) {
  const { units } = useSettings();
  const per = line.unit === 'each' ? 'each' : isUs(units) ? 'ft' : 'm';
  const share = per === 'ft' ? FOOT : 1;
  if (!pricing)
    return price && cost !== null ? (
      <span className="block text-ink">
        {dollars(cost)} ({dollars(price.cents * share)} {per === 'each' ? 'each' : `a ${per}`})
      </span>
    ) : null;
  return (
    <PriceField
      key={price?.cents ?? 'none'}
      line={line}
      per={per}
      start={price ? (price.cents * share) / 100 : null}
    />
  );
}

/** The next price of the list; after the last one the keyboard goes away. */
function goOn(from: HTMLInputElement | null): void {
  const all = [...(from?.closest('table')?.querySelectorAll<HTMLInputElement>('input[data-price]') ?? [])];
  const next = from && all[all.indexOf(from) + 1];
  if (next) next.select();
  else from?.blur();
}

function PriceField({
  line,
  per,
  start,
}: {
  readonly line: BillLine;
  readonly per: 'each' | 'ft' | 'm';
  readonly start: number | null;
}) {
  const put = usePutPrices();
  const [text, setText] = useState(start === null ? '' : start.toFixed(2));
  const [tried, setTried] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const empty = text.trim() === '';
  const [read] = readPrices([{ part: line.part, price: text, per }]);
  const trouble = empty ? undefined : read?.trouble;
  return (
    <GuardedForm
      className="flex flex-wrap items-center gap-2 pt-1"
      onAct={() => {
        setTried(true);
        if (trouble !== undefined) {
          field.current?.select();
          return;
        }
        if (empty && start !== null)
          put.mutate({ prices: [{ part: line.part, unit: line.unit, cents: null }] });
        else if (read?.price) put.mutate({ prices: [read.price] });
        goOn(field.current);
      }}
    >
      <label className="flex items-center gap-2 text-ink">
        $
        <input
          ref={field}
          data-price
          className="field w-[104px]"
          inputMode="decimal"
          aria-label={`Price of ${line.part}, ${per === 'each' ? 'each' : `a ${per}`}`}
          value={text}
          aria-invalid={trouble !== undefined && tried}
          enterKeyHint="next"
          onChange={(e) => {
            setText(e.target.value);
            setTried(false);
          }}
          onBlur={() => setTried(true)}
        />
        {per === 'each' ? 'each' : `a ${per}`}
      </label>
      <button type="submit" className="btn btn-small" disabled={put.isPending}>
        Set
      </button>
      {trouble && tried && (
        <span role="alert" className="text-stop">
          {trouble}
        </span>
      )}
      {put.error && <span className="text-stop">{tell(put.error)}</span>}
    </GuardedForm>
  );
}
