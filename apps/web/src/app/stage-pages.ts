import type { ComponentType } from 'react';
import type { StageKey } from './stages.ts';

/** The page of each stage, fetched when it is first gone to. */
export const STAGE_PAGES: Readonly<Record<StageKey, () => Promise<ComponentType>>> = {
  brief: async () => (await import('../features/brief/brief-page.tsx')).BriefPage,
  plumb: async () => (await import('../features/plumb/plumb-page.tsx')).PlumbPage,
  route: async () => (await import('../features/route/route-page.tsx')).RoutePage,
  wire: async () => (await import('../features/wire/wire-page.tsx')).WirePage,
  parts: async () => (await import('../features/parts/parts-page.tsx')).PartsPage,
  build: async () => (await import('../features/build/build-page.tsx')).BuildPage,
  test: async () => (await import('../features/test/test-page.tsx')).TestPage,
  handover: async () => (await import('../features/handover/handover-page.tsx')).HandoverPage,
};

/** Fetches the other stages while nothing else is to do: the connection may be gone when they are wanted. */
export function loadStages(): () => void {
  const timer = setTimeout(() => {
    // One that cannot be had now is asked for again when it is gone to.
    for (const load of Object.values(STAGE_PAGES)) load().catch(() => undefined);
  }, 1500);
  return () => clearTimeout(timer);
}
