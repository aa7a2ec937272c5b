import { HAZARDS, type Hazard, type KeepOut } from '@venula/core/fit';
import { memo } from 'react';
import type { Projection, Scale } from './projection.ts';

/** Hot is filled and barred, moving barred, the rest outlined: told by pattern as well as by color. */
const LOOKS: Readonly<
  Record<Hazard, { readonly stroke: string; readonly fill: string; readonly dash?: string }>
> = {
  hot: { stroke: 'var(--power)', fill: 'color-mix(in srgb, var(--power) 30%, transparent)' },
  moving: {
    stroke: 'var(--reference)',
    fill: 'color-mix(in srgb, var(--reference) 18%, transparent)',
    dash: '9 4',
  },
  sharp: { stroke: 'var(--ink)', fill: 'none', dash: '2 3' },
  access: { stroke: 'var(--note)', fill: 'color-mix(in srgb, var(--note) 14%, transparent)', dash: '4 4' },
  unknown: { stroke: 'var(--soft)', fill: 'none', dash: '6 6' },
};

/** Smaller than this the names lie on each other: only what is open is named. Pixels a meter. */
const NAMED = 120;

/** Something in the car a line keeps away from. */
export const KeepOutMark = memo(function KeepOutMark({
  id,
  thing,
  view,
  scale,
  open,
  onOpen,
}: {
  readonly id: string;
  readonly thing: KeepOut;
  readonly view: Projection;
  readonly scale: Scale;
  readonly open: boolean;
  readonly onOpen: (id: string) => void;
}) {
  const { stroke, fill, dash } = LOOKS[thing.is];
  const [x, y, r] = label(thing, view, scale);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${thing.name}, ${HAZARDS[thing.is]}`}
      aria-pressed={open}
      data-keep-out={id}
      className="cursor-pointer"
      onClick={() => onOpen(id)}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          onOpen(id);
        }
      }}
    >
      <g stroke={stroke} fill={fill} strokeWidth={open ? 4 : 2} strokeDasharray={dash}>
        <Outline thing={thing} view={view} scale={scale} />
      </g>
      {r > 0 && view.key === 'above' && (open || scale.perM > NAMED) && (
        <text
          x={x}
          y={y - r - 6}
          textAnchor="middle"
          fontSize={13}
          fontWeight={600}
          // A rim of the page’s own color: it is read over whatever lies beneath.
          style={{ fill: stroke, stroke: 'var(--board)', strokeWidth: 4, paintOrder: 'stroke' }}
        >
          {thing.name}
          {thing.assumed ? '?' : ''}
        </text>
      )}
    </g>
  );
});

function label(thing: KeepOut, view: Projection, scale: Scale): readonly [number, number, number] {
  switch (thing.kind) {
    case 'box':
      return [...scale.at(thing.at), (thing.size[view.up] / 2) * scale.perM];
    case 'sphere':
      return [...scale.at(thing.at), thing.radiusM * scale.perM];
    case 'cylinder': {
      const [a, b] = [scale.at(thing.from), scale.at(thing.to)];
      return [(a[0] + b[0]) / 2, Math.min(a[1], b[1]), thing.radiusM * scale.perM];
    }
  }
}

function Outline({
  thing,
  view,
  scale,
}: {
  readonly thing: KeepOut;
  readonly view: Projection;
  readonly scale: Scale;
}) {
  switch (thing.kind) {
    case 'box': {
      const [x, y] = scale.at(thing.at);
      const [w, h] = [thing.size[view.right] * scale.perM, thing.size[view.up] * scale.perM];
      return <rect x={x - w / 2} y={y - h / 2} width={w} height={h} />;
    }
    case 'sphere': {
      const [x, y] = scale.at(thing.at);
      return <circle cx={x} cy={y} r={thing.radiusM * scale.perM} />;
    }
    case 'cylinder':
      return <polygon points={sides(scale.at(thing.from), scale.at(thing.to), thing, scale)} />;
  }
}

/** A cylinder from the side; end on, the square round its circle. */
function sides(
  [x1, y1]: readonly [number, number],
  [x2, y2]: readonly [number, number],
  { radiusM }: { readonly radiusM: number },
  { perM }: Scale,
): string {
  const r = radiusM * perM;
  const long = Math.hypot(x2 - x1, y2 - y1);
  const [ux, uy] = long > 1 ? [(x2 - x1) / long, (y2 - y1) / long] : [1, 0];
  const back = long > 1 ? 0 : r;
  const corner = (x: number, y: number, along: number, side: number): string =>
    `${(x + along * ux - side * uy).toFixed(1)},${(y + along * uy + side * ux).toFixed(1)}`;
  return [
    corner(x1, y1, -back, r),
    corner(x2, y2, back, r),
    corner(x2, y2, back, -r),
    corner(x1, y1, -back, -r),
  ].join(' ');
}
