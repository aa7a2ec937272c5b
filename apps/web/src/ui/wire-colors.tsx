import { wirePaint } from '@venula/core/formats';

/** A short piece of wire in its colors, for lists. */
export function WireSwatch({ color }: { readonly color: string }) {
  const { base, tracer } = wirePaint(color);
  return (
    <svg width="30" height="10" aria-hidden className="inline-block align-middle">
      <line x1="0" x2="30" y1="5" y2="5" stroke="var(--ink)" strokeWidth="6" />
      <line x1="0" x2="30" y1="5" y2="5" stroke={base} strokeWidth="4.5" />
      {tracer && <line x1="0" x2="30" y1="5" y2="5" stroke={tracer} strokeWidth="2" strokeDasharray="6 5" />}
    </svg>
  );
}
