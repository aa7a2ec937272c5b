import { useRouteError } from 'react-router';

/** Something in the page itself went wrong: say what is safe and what to do. */
export function Oops() {
  const error = useRouteError();
  return (
    <main className="p-10">
      <h1 className="headline text-2xl">This page ran into a fault.</h1>
      <p className="mt-2 max-w-[60ch] text-soft">
        What you entered up to now is saved or kept on this device. Reload the page; if it happens again, note
        what you did and tell whoever looks after Venula.
      </p>
      <pre className="mt-3 max-w-[80ch] overflow-x-auto bg-well p-3 text-sm">
        {error instanceof Error ? error.message : 'unknown fault'}
      </pre>
      <button type="button" className="btn btn-main mt-4" onClick={() => window.location.reload()}>
        Reload
      </button>
    </main>
  );
}
