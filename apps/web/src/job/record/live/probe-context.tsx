import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';

interface Probe {
  /** Where the probe is: one place on the page at a time, as there is one gauge on the car. */
  readonly at: string | null;
  readonly put: (at: string | null) => void;
}

const ProbeContext = createContext<Probe>({ at: null, put: () => undefined });

/** One probe for all that stands inside. */
export function ProbeProvider({ children }: { readonly children: ReactNode }) {
  const [at, put] = useState<string | null>(null);
  const probe = useMemo(() => ({ at, put }), [at]);
  return <ProbeContext value={probe}>{children}</ProbeContext>;
}

export const useProbe = (): Probe => useContext(ProbeContext);
