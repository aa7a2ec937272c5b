import { nameLines, terminalMark, wirePaint, wireTags } from '@venula/core/formats';
import { deviceSymbol, tracedWire, type PlacedDevice } from '@venula/core/harness';
import { terminalKey } from '@venula/core/kinds';
import type { Finding } from '@venula/core/outcome';
import { useMemo, type KeyboardEvent } from 'react';
import { TONE } from '../../../ui/severity.tsx';
import { ZoomFrame } from '../../../ui/zoom-frame.tsx';
import type { Wiring } from '../../../workers/plan-work.ts';
import type { WiringOpen } from './wiring-open.ts';

const pressed = (act: () => void) => ({
  role: 'button',
  tabIndex: 0,
  onClick: act,
  onKeyDown: (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    act();
  },
});

/**
 * The wiring as it runs from battery to ground: parts with their symbol and terminals, wires in the colors of the car. A wire
 * that is touched is followed from end to end, the rest steps back.
 */
export function HarnessDrawing({
  wiring: { sheet, layout },
  findings,
  open,
  onOpen,
}: {
  readonly wiring: Wiring;
  readonly findings: readonly Finding[];
  readonly open: WiringOpen;
  readonly onOpen: (next: WiringOpen) => void;
}) {
  const tags = useMemo(() => wireTags(sheet.wires), [sheet.wires]);
  const selected = open?.of === 'wire' ? open.id : null;
  const trace = useMemo(
    () => (selected === null ? null : tracedWire(sheet.harness, selected)),
    [sheet.harness, selected],
  );
  const faint = (on: boolean | undefined): number => (trace && !on ? 0.28 : 1);
  return (
    <ZoomFrame
      width={layout.width}
      height={layout.height}
      name="Wiring drawing; the wire list below holds the same"
    >
      {layout.wires.map((w) => {
        const wire = sheet.harness.wires[w.id]!;
        const { base, tracer } = wirePaint(wire.color);
        const points = w.points.map(([x, y]) => `${x},${y}`).join(' ');
        const row = sheet.wires.find((r) => r.id === w.id)!;
        const on = w.id === selected;
        const along = trace?.wires.includes(w.id);
        return (
          <g
            key={w.id}
            className="cursor-pointer"
            data-repeats
            aria-pressed={on}
            aria-label={`${row.label}, ${wire.name}, from ${row.fromName} to ${row.toName}`}
            opacity={faint(along)}
            {...pressed(() => onOpen(on ? null : { of: 'wire', id: w.id }))}
          >
            <polyline points={points} fill="none" stroke="transparent" strokeWidth={22} />
            {along && (
              <polyline
                points={points}
                fill="none"
                stroke="var(--mark)"
                strokeWidth={on ? 12 : 8}
                opacity={0.8}
              />
            )}
            <polyline points={points} fill="none" stroke="var(--ink)" strokeWidth={5} />
            <polyline points={points} fill="none" stroke={base} strokeWidth={3.4} />
            {tracer && (
              <polyline points={points} fill="none" stroke={tracer} strokeWidth={1.8} strokeDasharray="7 6" />
            )}
          </g>
        );
      })}
      {layout.devices.map((d) => (
        <DeviceBox
          key={d.id}
          placed={d}
          turns={sheet.motors.includes(d.id)}
          tags={tags}
          tone={findings.find((f) => f.place.id === d.id)?.severity}
          selected={open?.of === 'device' && open.id === d.id}
          opacity={faint(
            trace?.ends.includes(d.id) || trace?.wires.some((id) => touches(sheet.harness.wires[id]!, d.id)),
          )}
          onTouch={() =>
            onOpen(open?.of === 'device' && open.id === d.id ? null : { of: 'device', id: d.id })
          }
        />
      ))}
    </ZoomFrame>
  );
}

const touches = (wire: Wiring['sheet']['harness']['wires'][string], device: string): boolean =>
  wire.from.device === device || wire.to.device === device;

function DeviceBox({
  placed,
  turns,
  tags,
  tone,
  selected,
  opacity,
  onTouch,
}: {
  readonly placed: PlacedDevice;
  readonly turns: boolean;
  readonly tags: ReadonlyMap<string, string>;
  readonly tone: Finding['severity'] | undefined;
  readonly selected: boolean;
  readonly opacity: number;
  readonly onTouch: () => void;
}) {
  const { device, x, y, width, height, terminals } = placed;
  const { line, solid, dashed } = deviceSymbol(placed, turns);
  return (
    <g
      className="cursor-pointer"
      aria-pressed={selected}
      aria-label={device.name}
      data-device={placed.id}
      opacity={opacity}
      {...pressed(onTouch)}
    >
      <title>{device.name}</title>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill={selected ? 'var(--well)' : 'var(--paper)'}
        stroke={selected ? 'var(--mark)' : tone ? TONE[tone] : 'var(--ink)'}
        strokeWidth={tone || selected ? 3.5 : 1.6}
      />
      <path d={line} fill="none" stroke="var(--ink)" strokeWidth={1.7} strokeLinejoin="round" />
      {solid && <path d={solid} fill="var(--ink)" />}
      {dashed && <path d={dashed} fill="none" stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="3 3" />}
      {nameLines(device.name, width).map((text, i) => (
        <text key={text} x={x + 6} y={y + 15 + 14 * i} fontSize={12} fontWeight={700}>
          {text}
        </text>
      ))}
      {terminals.map((t) => {
        const left = t.side === 'left';
        return (
          <g key={t.terminal.terminal}>
            <circle cx={t.x} cy={t.y} r={3} fill="var(--ink)" />
            <text x={t.x + (left ? 6 : -6)} y={t.y - 4} fontSize={11} textAnchor={left ? 'start' : 'end'}>
              {terminalMark(t.terminal.terminal)}
            </text>
            <text
              x={t.x + (left ? -4 : 4)}
              y={t.y - 4}
              fontSize={11}
              fontWeight={650}
              textAnchor={left ? 'end' : 'start'}
              style={{ fill: 'var(--soft)' }}
            >
              {tags.get(terminalKey(t.terminal)) ?? ''}
            </text>
          </g>
        );
      })}
    </g>
  );
}
