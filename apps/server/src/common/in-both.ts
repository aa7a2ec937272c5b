import { formatQuantity, type Dimension } from '@venula/core/quantities';

/** A quantity in a sentence that is kept or sent to anybody, whatever units they read in: “150.0 kPa (22.0 psi)”. */
export const inBoth = (dimension: Dimension, value: number): string => {
  const [metric, us] = (['metric', 'us'] as const).map(
    (system) => formatQuantity(dimension, value, system).text,
  );
  return metric === us ? metric! : `${metric} (${us})`;
};
