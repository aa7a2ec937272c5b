import { railOf, type Vehicle } from '@venula/core/fit';
import { memo } from 'react';
import type { Projection, Scale } from './projection.ts';

/** Of a wheel, m. */
const WHEEL = 0.31;
const TIRE = 0.2;

/** The car to scale from its few numbers: ground, floor, wheels, rails, tank and engine. */
export const CarBody = memo(function CarBody({
  view,
  scale,
  vehicle,
}: {
  readonly view: Projection;
  readonly scale: Scale;
  readonly vehicle: Vehicle;
}) {
  return (
    <g>
      {view.key === 'above' ? (
        <Above scale={scale} vehicle={vehicle} />
      ) : (
        <Upright view={view} scale={scale} vehicle={vehicle} />
      )}
      <Block name="Tank" spot={vehicle.tank} size={TANK} {...{ view, scale }} />
      {vehicle.battery && <Block name="Battery" spot={vehicle.battery} size={BATTERY} {...{ view, scale }} />}
      <Block name="Engine" spot={vehicle.engine} size={ENGINE} {...{ view, scale }} />
    </g>
  );
});

/** Of a usual car battery, m. */
const BATTERY = { x: 0.18, y: 0.25, z: 0.19 };
const TANK = { x: 0.5, y: 0.95, z: 0.28 };
const ENGINE = { x: 0.62, y: 0.6, z: 0.5 };

function Block({
  name,
  spot,
  size,
  view,
  scale,
}: {
  readonly name: string;
  readonly spot: Vehicle['tank'];
  readonly size: Vehicle['tank'];
  readonly view: Projection;
  readonly scale: Scale;
}) {
  const [x, y] = scale.at(spot);
  const [w, h] = [size[view.right] * scale.perM, size[view.up] * scale.perM];
  return (
    <g>
      <rect x={x - w / 2} y={y - h / 2} width={w} height={h} rx={6} fill="var(--well)" stroke="var(--soft)" />
      <text x={x} y={y} textAnchor="middle" dominantBaseline="central" fontSize={13} opacity={0.75}>
        {name}
      </text>
    </g>
  );
}

function Above({ scale, vehicle }: { readonly scale: Scale; readonly vehicle: Vehicle }) {
  const { wheelbaseM, trackM } = vehicle;
  const half = trackM / 2;
  const rail = railOf(vehicle);
  const [l, r, t, b] = [
    scale.right(-0.72),
    scale.right(wheelbaseM + 0.8),
    scale.up(half + 0.12),
    scale.up(-half - 0.12),
  ];
  const wheels = [0, wheelbaseM].flatMap((x) => [half, -half].map((y) => [x, y] as const));
  return (
    <>
      <rect
        x={l}
        y={t}
        width={r - l}
        height={b - t}
        rx={0.3 * scale.perM}
        fill="none"
        stroke="var(--rule)"
        strokeWidth={3}
      />
      <text x={l + 12} y={(t + b) / 2} fontSize={13} dominantBaseline="central" opacity={0.75}>
        front
      </text>
      {wheels.map(([x, y]) => (
        <rect
          key={`${x} ${y}`}
          x={scale.right(x - WHEEL)}
          y={scale.up(y + TIRE / 2)}
          width={2 * WHEEL * scale.perM}
          height={TIRE * scale.perM}
          rx={5}
          fill="var(--rule)"
        />
      ))}
      {[rail, -rail].map((y) => (
        <line
          key={y}
          x1={scale.right(-0.6)}
          x2={scale.right(wheelbaseM + 0.7)}
          y1={scale.up(y)}
          y2={scale.up(y)}
          stroke="var(--rule)"
          strokeWidth={Math.max(6, 0.06 * scale.perM)}
        />
      ))}
    </>
  );
}

function Upright({
  view,
  scale,
  vehicle,
}: {
  readonly view: Projection;
  readonly scale: Scale;
  readonly vehicle: Vehicle;
}) {
  const { wheelbaseM, trackM, floorM } = vehicle;
  const side = view.key === 'side';
  const wheels = side ? [0, wheelbaseM] : [-trackM / 2, trackM / 2];
  const [from, to] = side ? [-0.72, wheelbaseM + 0.8] : [-trackM / 2, trackM / 2];
  return (
    <>
      <line
        x1={0}
        x2={scale.width}
        y1={scale.up(0)}
        y2={scale.up(0)}
        stroke="var(--soft)"
        strokeWidth={2.5}
      />
      {wheels.map((w) =>
        side ? (
          <circle
            key={w}
            cx={scale.right(w)}
            cy={scale.up(WHEEL)}
            r={WHEEL * scale.perM}
            fill="var(--rule)"
          />
        ) : (
          <rect
            key={w}
            x={scale.right(w - TIRE / 2)}
            y={scale.up(2 * WHEEL)}
            width={TIRE * scale.perM}
            height={2 * WHEEL * scale.perM}
            rx={5}
            fill="var(--rule)"
          />
        ),
      )}
      <line
        x1={scale.right(from)}
        x2={scale.right(to)}
        y1={scale.up(floorM)}
        y2={scale.up(floorM)}
        stroke="var(--soft)"
        strokeWidth={2}
        strokeDasharray="10 5"
      />
      <text x={scale.right(from) + 4} y={scale.up(floorM) - 5} fontSize={13} opacity={0.75}>
        floor
      </text>
    </>
  );
}
