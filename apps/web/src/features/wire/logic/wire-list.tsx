import { allTerminals, terminalName } from '@venula/core/edit';
import type { WiringSheet } from '@venula/core/harness';
import { terminalKey, WIRE_SIZES, wireSizeName } from '@venula/core/kinds';
import { Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Choice } from '../../../ui/choice.tsx';
import { WireSwatch } from '../../../ui/wire-colors.tsx';
import { useFormat } from '../../../app/settings.ts';

const at = (id: string, field: string) => `/wiring/harness/wires/${id}/${field}`;

/** Every wire with both its ends; once drawn by hand each end can be put on another terminal. */
export function WireList({
  sheet,
  selected,
  onSelect,
}: {
  readonly sheet: WiringSheet;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const format = useFormat();
  const free = doc.wiring.harness !== undefined && !readOnly;
  const { harness } = sheet;
  const terminals = allTerminals(harness);
  const offered = terminals.map((t) => ({ value: terminalKey(t), label: terminalName(harness, t) }));
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => row.current?.scrollIntoView({ block: 'nearest' }), [selected]);
  return (
    <table className="w-full text-sm" data-testid="wires">
      <caption className="sr-only">Wire list</caption>
      <thead>
        <tr className="label border-b-2 border-ink text-soft">
          {['', 'Wire', 'From', 'To', 'Color', 'Size', 'Length'].map((h, i) => (
            <th
              key={h || 'label'}
              scope="col"
              className={`py-1 pr-2 text-left font-semibold ${i > 5 ? 'num' : ''}`}
            >
              {h}
            </th>
          ))}
          {free && (
            <th scope="col" className="sr-only">
              Take out
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {sheet.wires.map((w) => (
          <tr
            key={w.id}
            ref={w.id === selected ? row : null}
            className={`border-b border-rule ${w.id === selected ? 'bg-mark/25' : ''}`}
            onClick={() => onSelect(w.id)}
          >
            <td className="py-0.5 pr-2 font-bold">{w.label}</td>
            <th scope="row" className="py-0.5 pr-2 text-left font-medium">
              {w.name}
            </th>
            {(['from', 'to'] as const).map((end) => (
              <td key={end} className="py-0.5 pr-2">
                {free ? (
                  <Choice
                    bare
                    label={`${w.label} ${end}`}
                    value={terminalKey(w[end])}
                    options={offered}
                    onChoose={(key) =>
                      edit({
                        op: 'replace',
                        path: at(w.id, end),
                        value: terminals.find((t) => terminalKey(t) === key),
                      })
                    }
                  />
                ) : (
                  w[`${end}Name`]
                )}
              </td>
            ))}
            <td className="py-0.5 pr-2 whitespace-nowrap">
              <WireSwatch color={w.color} /> {w.color}
            </td>
            <td className="py-0.5 pr-2 whitespace-nowrap">
              {free && harness.wires[w.id]?.of === undefined ? (
                <Choice
                  bare
                  label={`${w.label} size`}
                  value={w.size}
                  options={WIRE_SIZES.map((value) => ({ value, label: wireSizeName(value) }))}
                  onChoose={(value) => edit({ op: 'replace', path: at(w.id, 'size'), value })}
                />
              ) : (
                wireSizeName(w.size)
              )}
            </td>
            <td className="num py-0.5">{format('length', w.lengthM)}</td>
            {free && (
              <td className="py-0.5 text-right">
                <button
                  type="button"
                  className="grid h-[40px] w-[36px] place-items-center hover:bg-well"
                  aria-label={`Take out ${w.label}, ${w.name}`}
                  onClick={(e) => {
                    e.stopPropagation();
                    edit({ op: 'remove', path: `/wiring/harness/wires/${w.id}` });
                  }}
                >
                  <Trash2 size={16} aria-hidden />
                </button>
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
