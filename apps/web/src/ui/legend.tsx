import { LINES, type LineKind } from './lines.ts';

export function Legend({ kinds }: { readonly kinds: readonly LineKind[] }) {
  return (
    <ul className="label flex flex-wrap gap-x-4 gap-y-1 text-xs text-soft" aria-label="Legend">
      {kinds.map((k) => {
        const style = LINES[k];
        return (
          <li key={k} className="flex items-center gap-1.5">
            <svg width="34" height="8" aria-hidden>
              <line
                x1="0"
                x2="34"
                y1="4"
                y2="4"
                stroke={style.color}
                strokeWidth={Math.min(style.width, 6)}
                strokeDasharray={'dash' in style ? style.dash : undefined}
              />
            </svg>
            {style.label}
          </li>
        );
      })}
    </ul>
  );
}
