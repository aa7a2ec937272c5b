import { createContext, useContext } from 'react';

/** What is drawn over or beside the stage on screens that have no room for it all. */
export type Panel = 'none' | 'findings' | 'stages' | 'states' | 'more';

export interface Shell {
  readonly panel: Panel;
  readonly show: (panel: Panel) => void;
}

const ShellContext = createContext<Shell>({ panel: 'none', show: () => undefined });
export const ShellProvider = ShellContext.Provider;
export const useShell = (): Shell => useContext(ShellContext);
