import { inFlowOrder, type ElementOf } from '@venula/core/document';
import {
  bareRoute,
  drawnShape,
  layRoute,
  passings,
  type LineRoute,
  type Passing,
  type RouteShape,
} from '@venula/core/fit';
import { useMemo } from 'react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';

export interface Line {
  readonly id: string;
  readonly run: ElementOf<'run'>;
  readonly route: LineRoute | undefined;
  /** As it lies, where it is drawn. */
  readonly shape: RouteShape | null;
  /** What it passes, the worst first. */
  readonly passes: readonly Passing[];
}

/** Every hose and tube in the order the fuel meets it, with its route. */
export function useLines(): readonly Line[] {
  const doc = useDoc();
  return useMemo(
    () =>
      inFlowOrder(doc.plumbing.paths).flatMap(([, p]) =>
        p.order.flatMap((id): Line[] => {
          const run = doc.plumbing.elements[id];
          if (run?.kind !== 'run') return [];
          const route = doc.routing?.lines[id];
          const shape = route ? drawnShape(doc, run, route) : null;
          return [{ id, run, route, shape, passes: route ? passings(doc, run, route, shape) : [] }];
        }),
      ),
    [doc],
  );
}

/** Puts down what is known anew of a line’s route; its length follows. */
export function usePutRoute(id: string): (change: Partial<LineRoute>) => void {
  const doc = useDoc();
  const { edit } = useOpenJob();
  return (change) =>
    edit(...layRoute(doc, id, { ...(doc.routing?.lines[id] ?? bareRoute('string')), ...change }));
}
