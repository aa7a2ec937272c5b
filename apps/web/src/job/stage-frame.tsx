import type { ReactNode } from 'react';

/** A stage: the work in the middle, what stands against it at the right. */
export function StageFrame({
  children,
  aside,
}: {
  readonly children: ReactNode;
  readonly aside?: ReactNode;
}) {
  return (
    <div className="flex h-full min-h-0">
      <div className="min-w-0 grow overflow-y-auto px-5 pt-3 pb-4">{children}</div>
      {aside && (
        <aside className="w-[300px] shrink-0 overflow-y-auto border-l-2 border-ink px-4 py-3">{aside}</aside>
      )}
    </div>
  );
}
