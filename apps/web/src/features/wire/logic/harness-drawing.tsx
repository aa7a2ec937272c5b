import { terminalWord } from '@venula/core/edit';
import { terminalKey } from '@venula/core/kinds';
import { wirePaint, wireTags } from '@venula/core/formats';
import type { Finding } from '@venula/core/outcome';
import { useMemo } from 'react';
import { TONE } from '../../../ui/severity.tsx';
import type { Wiring } from '../../../workers/plan-work.ts';

/** The wiring as it runs from battery to ground: boxes with their terminals, wires in the colors of the car. */
export function HarnessDrawing({
  wiring: { sheet, layout },
  findings,
  selected,
  onSelect,
  device,
  onDevice,
}: {
  readonly wiring: Wiring;
  readonly findings: readonly Finding[];
  readonly selected: string | null;
  readonly onSelect: (wireId: string) => void;
  readonly device: string | null;
  readonly onDevice: (id: string) => void;
}) {
  const tags = useMemo(() => wireTags(sheet.wires), [sheet.wires]);
  const worst = (id: string) => findings.find((f) => f.place.id === id)?.severity;
  return (
    <div className="overflow-x-auto border-2 border-rule bg-paper">
      <svg
        viewBox={`0 0 ${layout.width} ${layout.height}`}
        style={{ minWidth: layout.width * 0.66 }}
        className="w-full"
        role="group"
        aria-label="Wiring drawing; the wire list below holds the same"
      >
        {layout.wires.map((w) => {
          const wire = sheet.harness.wires[w.id]!;
          const { base, tracer } = wirePaint(wire.color);
          const points = w.points.map(([x, y]) => `${x},${y}`).join(' ');
          const row = sheet.wires.find((r) => r.id === w.id)!;
          const on = w.id === selected;
          return (
            <g
              key={w.id}
              className="cursor-pointer"
              onClick={() => onSelect(w.id)}
              role="button"
              tabIndex={0}
              aria-pressed={on}
              aria-label={`${row.label}, ${wire.name}, from ${row.fromName} to ${row.toName}`}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  onSelect(w.id);
                }
              }}
            >
              <polyline points={points} fill="none" stroke="transparent" strokeWidth={14} />
              {on && <polyline points={points} fill="none" stroke="var(--mark)" strokeWidth={9} />}
              <polyline points={points} fill="none" stroke="var(--ink)" strokeWidth={4} />
              <polyline points={points} fill="none" stroke={base} strokeWidth={2.8} />
              {tracer && (
                <polyline
                  points={points}
                  fill="none"
                  stroke={tracer}
                  strokeWidth={1.4}
                  strokeDasharray="6 5"
                />
              )}
            </g>
          );
        })}
        {layout.devices.map((d) => {
          const tone = worst(d.id);
          return (
            <g
              key={d.id}
              className="cursor-pointer"
              role="button"
              tabIndex={0}
              aria-pressed={d.id === device}
              aria-label={d.device.name}
              data-device={d.id}
              onClick={() => onDevice(d.id)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' || e.key === ' ') {
                  e.preventDefault();
                  onDevice(d.id);
                }
              }}
            >
              <rect
                x={d.x}
                y={d.y}
                width={d.width}
                height={d.height}
                fill="var(--paper)"
                stroke={d.id === device ? 'var(--mark)' : tone ? TONE[tone] : 'var(--ink)'}
                strokeWidth={tone || d.id === device ? 3.5 : 1.6}
              >
                <title>{d.device.name}</title>
              </rect>
              <text x={d.x + 6} y={d.y + 14} fontSize={10.5} fontWeight={700}>
                {shortName(d.device.name, Math.floor(d.width / 5.6))}
              </text>
              {d.terminals.map((t) => (
                <g key={t.terminal.terminal}>
                  <circle cx={t.x} cy={t.y} r={2.8} fill="var(--ink)" />
                  <text
                    x={t.x + (t.side === 'left' ? 6 : -6)}
                    y={t.y + 3.5}
                    fontSize={10}
                    textAnchor={t.side === 'left' ? 'start' : 'end'}
                  >
                    {terminalWord(t.terminal.terminal)}
                  </text>
                  <text
                    x={t.x + (t.side === 'left' ? -4 : 4)}
                    y={t.y - 4}
                    fontSize={8.5}
                    textAnchor={t.side === 'left' ? 'end' : 'start'}
                    style={{ fill: 'var(--soft)' }}
                  >
                    {tags.get(terminalKey(t.terminal)) ?? ''}
                  </text>
                </g>
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

const shortName = (name: string, most: number): string =>
  name.length > most ? `${name.slice(0, most - 1)}…` : name;
