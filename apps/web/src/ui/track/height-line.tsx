import { formatQuantity } from '@venula/core/quantities';
import { extent, scaleLinear } from 'd3';
import { useSettings } from '../../app/settings.ts';
import type { Layout, PlacedPath } from './lay-out.ts';

export const HEIGHT_STRIP = 40;

/** How the ways out climb, in a strip of its own under the falling line: elevation counts in every pressure above. */
export function HeightLine({ layout, top }: { readonly layout: Layout; readonly top: number }) {
  const { units } = useSettings();
  const out = layout.paths.filter((p) => p.path.way === 'out');
  const points = (p: PlacedPath) =>
    p.slots.flatMap((s): [number, number][] =>
      s.item.heights
        ? [
            [s.x0, s.item.heights[0]],
            [s.x1, s.item.heights[1]],
          ]
        : [],
    );
  const [low = 0, high = 0] = extent(out.flatMap((p) => points(p).map(([, z]) => z)));
  const y = scaleLinear([low, Math.max(high, low + 0.05)], [top + HEIGHT_STRIP - 12, top + 8]);
  const show = (z: number) => formatQuantity('length', z, units).text;
  return (
    <g aria-hidden data-ticks>
      <text x={38} y={top + 24} textAnchor="end" fontSize={12} style={{ fill: 'var(--soft)' }}>
        height
      </text>
      {out.map((p) => (
        <polyline
          key={p.path.id}
          points={points(p)
            .map(([x, z]) => `${x.toFixed(1)},${y(z).toFixed(1)}`)
            .join(' ')}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={1.6}
        />
      ))}
      <text
        x={layout.width - 6}
        y={y(high) + 4}
        textAnchor="end"
        fontSize={11}
        style={{ fill: 'var(--soft)' }}
      >
        {show(high)}
      </text>
      {high - low > 0.02 && (
        <text
          x={layout.width - 6}
          y={y(low) + 8}
          textAnchor="end"
          fontSize={11}
          style={{ fill: 'var(--soft)' }}
        >
          {show(low)}
        </text>
      )}
    </g>
  );
}
