import type { LibraryData } from '@venula/core/edit';
import type { ElementOf } from '@venula/core/document';
import { plumbingKind } from '@venula/core/kinds';
import type { useFormat } from '../../app/settings.ts';

/** The one line that tells an entry from its like. */
export function sayEntry(data: LibraryData, format: ReturnType<typeof useFormat>): string {
  if (data.kind === 'injectors') {
    const { staticFlowM3s, ratedPa } = data.injectors;
    return `injectors, ${format('injectorFlow', staticFlowM3s)} at ${format('pressure', ratedPa)}`;
  }
  const { part } = data;
  if (part.kind === 'pump') return `pump, ${pumpWords(part.curve, format)}`;
  return `${part.kind.replaceAll('-', ' ')}, ${plumbingKind(part).caption(part, 'us')}`;
}

type Curve = Pick<ElementOf<'pump'>['curve'], 'volts'> & {
  readonly pressures: readonly number[];
  readonly flows: readonly number[];
};

/** What it gives in the middle of its curve, as the trade names pumps. */
export function pumpWords(curve: Curve, format: ReturnType<typeof useFormat>): string {
  const at = Math.floor(curve.pressures.length / 2);
  return `${format('flow', curve.flows[at]!)} at ${format('pressure', curve.pressures[at]!)} and ${format('volts', curve.volts)}`;
}
