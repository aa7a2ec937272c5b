import type { ReactNode } from 'react';

/** What stands before the shop: the drawing, and beside it what is asked. */
export function Door({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="grid min-h-dvh grid-cols-[1fr_minmax(380px,460px)]">
      <title>{`${title} · Venula`}</title>
      <div className="relative hidden overflow-hidden bg-rail md:block" aria-hidden>
        <svg
          viewBox="0 0 800 800"
          preserveAspectRatio="xMidYMid slice"
          className="absolute inset-0 size-full"
        >
          <path
            d="M-20 560 H90 L150 210 L300 236 L420 330 L620 352 H820"
            fill="none"
            stroke="#5fc4bb"
            strokeWidth="14"
            strokeLinejoin="round"
          />
          <path
            d="M820 640 L560 664 L260 690 L-20 712"
            fill="none"
            stroke="#e0a33c"
            strokeWidth="14"
            strokeDasharray="46 18"
          />
          <path d="M430 352 H820" stroke="#eef0ea" strokeWidth="3" strokeDasharray="4 10" />
        </svg>
      </div>
      <div className="flex flex-col justify-center gap-6 px-10 py-8 max-md:col-span-2 max-md:px-5">
        {children}
      </div>
    </main>
  );
}
