import { quantity } from '../../../fields/field.ts';

/** Fields of parts that lose K·ρv²/2 on a bore of their own. */
export const lossK = (more: {
  readonly label?: string;
  readonly max: number;
  readonly usual?: number;
  readonly why: string;
}) => quantity({ label: 'Loss coefficient', dimension: 'coefficient', unit: '', min: 0, ...more });

export const bore = (usual: number) =>
  quantity({ label: 'Bore', dimension: 'bore', unit: 'm', min: 1e-3, max: 0.05, usual });
