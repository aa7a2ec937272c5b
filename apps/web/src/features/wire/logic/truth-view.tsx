import type { Harness } from '@venula/core/document';
import type { LoadState, TruthRow } from '@venula/core/harness';
import { signalKey } from '@venula/core/trigger';
import { useState } from 'react';
import { useSettings } from '../../../app/settings.ts';
import type { Logic } from '../../../workers/plan-work.ts';
import { signalWords } from '../../../ui/signal-words.ts';

const GOT: Readonly<Record<LoadState, string>> = {
  on: 'runs',
  off: 'off',
  weak: 'weak',
  reversed: 'backward',
};
/** Rows shown before the rest is asked for. */
const FIRST = 16;

/** Every combination of inputs: what the rules want, what the wiring does. Wrong ones come first. */
export function TruthView({ logic, harness }: { readonly logic: Logic; readonly harness: Harness }) {
  const { units } = useSettings();
  const [all, setAll] = useState(false);
  const loads = Object.entries(harness.devices).filter(([, d]) => d.kind === 'load');
  const { rows } = logic;
  const keys = logic.signals.map(signalKey);
  const shown = all ? rows : rows.slice(0, FIRST);
  return (
    <div>
      <table className="w-full text-sm" data-testid="truth">
        <caption className="sr-only">What the wiring does at every combination of inputs</caption>
        <thead>
          <tr className="label border-b-2 border-ink text-soft">
            <th scope="col" className="cell py-1 font-semibold">
              Key
            </th>
            <th scope="col" className="cell py-1 font-semibold">
              Crash switch
            </th>
            {logic.signals.map((s) => (
              <th key={signalKey(s)} scope="col" className="cell py-1 font-semibold">
                {signalWords(s, units)}
              </th>
            ))}
            {loads.map(([id, d]) => (
              <th key={id} scope="col" className="cell py-1 font-semibold">
                {d.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((r) => (
            <tr key={rowKey(r, keys)} className={`border-b border-rule ${r.right ? '' : 'bg-stop/10'}`}>
              <td className="cell py-0.5">{r.inputs.ignition ? 'on' : 'off'}</td>
              <td className="cell py-0.5">{r.inputs.crashed ? 'tripped' : 'at rest'}</td>
              {keys.map((k) => (
                <td key={k} className="cell py-0.5">
                  {r.inputs.signals[k] ? 'yes' : 'no'}
                </td>
              ))}
              {loads.map(([id]) => {
                const got = r.got[id] ?? 'off';
                const good = (got === 'on') === r.wanted[id] && got !== 'weak' && got !== 'reversed';
                return (
                  <td key={id} className={`cell py-0.5 ${good ? 'font-semibold' : 'font-bold text-stop'}`}>
                    {GOT[got]}
                    {!good && `, should ${r.wanted[id] ? 'run' : 'be off'}`}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > FIRST && (
        <button type="button" className="btn btn-small mt-1" onClick={() => setAll(!all)}>
          {all
            ? `First ${FIRST}`
            : rows.length < logic.total
              ? `The first ${rows.length} of ${logic.total} combinations`
              : `All ${logic.total} combinations`}
        </button>
      )}
    </div>
  );
}

const rowKey = (r: TruthRow, keys: readonly string[]): string =>
  `${r.inputs.ignition}${r.inputs.crashed}${keys.map((k) => (r.inputs.signals[k] ? 1 : 0)).join('')}`;
