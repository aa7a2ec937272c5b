import type { ReactNode } from 'react';
import { Headline } from '../../ui/headline.tsx';

/** What is known at the left, the answer at the right. */
export function SumFrame({
  known,
  sentence,
  second,
  tone,
  children,
}: {
  readonly known: ReactNode;
  readonly sentence: string;
  readonly second: string;
  readonly tone: 'good' | 'fix' | 'stop';
  readonly children?: ReactNode;
}) {
  return (
    <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-8 max-md:grid-cols-1">
      <div className="grid content-start gap-2">{known}</div>
      <div>
        <Headline tone={tone} sentence={sentence} second={second} />
        {children}
      </div>
    </div>
  );
}
