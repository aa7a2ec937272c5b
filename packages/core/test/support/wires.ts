import type { SegmentOf } from '../../src/document/job-document.ts';
import type { JobDocument } from '../../src/public/document.ts';
import { applied } from './examples.ts';
import { replace } from './finding-cases.ts';

/** A plan with every wire of one circuit changed alike. */
export const wireLike = (
  doc: JobDocument,
  circuitId: string,
  change: { readonly lengthM?: number; readonly size?: string },
): JobDocument =>
  applied(
    doc,
    Object.entries(doc.wiring.circuits[circuitId]!.segments)
      .filter((e): e is [string, SegmentOf<'wire'>] => e[1].kind === 'wire')
      .map(([id, wire]) =>
        replace(`/wiring/circuits/${circuitId}/segments/${id}`, {
          ...wire,
          size: change.size ?? wire.size,
          // The long one of a circuit takes what is asked for.
          lengthM: change.lengthM !== undefined && wire.lengthM > 2 ? change.lengthM : wire.lengthM,
        }),
      ),
  );
