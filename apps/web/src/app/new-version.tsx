import { useEffect, useState } from 'react';

const HOUR_MS = 3_600_000;

/** The worker of a newer version that waits for the pages of this one to go. */
function useWaiting(): ServiceWorker | null {
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    let registration: ServiceWorkerRegistration | undefined;
    const found = (): void => {
      const next = registration?.installing;
      next?.addEventListener('statechange', () => {
        // The first one ever is no newer version: it has nothing to take over from.
        if (next.state === 'installed' && navigator.serviceWorker.controller) setWaiting(next);
      });
    };
    // Registered after the page has loaded; where there is no worker this never comes, and nothing is waited for.
    void navigator.serviceWorker.ready.then((known) => {
      registration = known;
      if (known.waiting) setWaiting(known.waiting);
      known.addEventListener('updatefound', found);
    });
    // A tablet in a shop is not reloaded for weeks.
    const timer = setInterval(() => void registration?.update().catch(() => undefined), HOUR_MS);
    return () => {
      clearInterval(timer);
      registration?.removeEventListener('updatefound', found);
    };
  }, []);
  return waiting;
}

/** Says that a newer version is there; nothing changes under anybody's hands until it is touched. */
export function NewVersion() {
  const waiting = useWaiting();
  if (!waiting) return null;
  return (
    <button
      type="button"
      className="btn btn-small whitespace-nowrap"
      onClick={() => {
        navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), {
          once: true,
        });
        waiting.postMessage({ type: 'SKIP_WAITING' });
      }}
    >
      Newer version: load it
    </button>
  );
}
