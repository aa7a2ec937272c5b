import type { Miss } from '@venula/core/prove';
import { useFormat } from '../../app/settings.ts';

/** What was off in a run that was signed, by name: joints that leaked, readings out of their band, steps left out. */
export function OffNames({ payload }: { readonly payload: Readonly<Record<string, unknown>> }) {
  const format = useFormat();
  const names = (key: string): readonly string[] => (payload[key] as readonly string[] | undefined) ?? [];
  const misses = (payload['misses'] as readonly Miss[] | undefined) ?? [];
  const lines = [
    ...names('leaking').map((joint) => `Leaked: ${joint}`),
    ...names('mended').map((joint) => `Leaked, then dry: ${joint}`),
    ...names('differing').map((row) => `Not OK: ${row}`),
    ...misses.map(
      (m) =>
        `${m.does}: ${format(m.dimension, m.value)}, should be ${m.low === 0 ? 'at most' : `${format(m.dimension, m.low)} to`} ${format(m.dimension, m.high)}${m.usually ? `. Usually: ${m.usually}` : ''}`,
    ),
    ...names('skipped').map((step) => `Left out: ${step}`),
    ...names('off').map((thing) => `Still off the car: ${thing}`),
    ...names('unclosed').map((thing) => `Not closed: ${thing}`),
    ...names('unseen').map((step) => `Nobody else looked: ${step}`),
  ];
  return lines.length === 0 ? null : (
    <ul className="list-disc pl-5">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
