import { createContext, useContext } from 'react';

/** What is drawn over or beside the stage on screens that have no room for it all. */
export type Panel = 'none' | 'findings' | 'stages' | 'states' | 'more';

/** What the stage that is open has to show there. */
export interface Offers {
  readonly findings: boolean;
  readonly states: boolean;
}
export const NOTHING_OFFERED: Offers = { findings: false, states: false };

export interface Shell {
  readonly panel: Panel;
  readonly show: (panel: Panel) => void;
  readonly offers: Offers;
  readonly offer: (offers: Offers) => void;
}

const ShellContext = createContext<Shell>({
  panel: 'none',
  show: () => undefined,
  offers: NOTHING_OFFERED,
  offer: () => undefined,
});
export const ShellProvider = ShellContext.Provider;
export const useShell = (): Shell => useContext(ShellContext);
