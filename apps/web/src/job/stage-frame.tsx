import { X } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { useLayoutWidth } from '../ui/use-layout.ts';
import { NOTHING_OFFERED, useShell } from './shell.ts';
import { StateStrip } from './state-strip.tsx';

/** What was touched, opened beside the drawing. */
export interface Sheet {
  readonly title: string;
  readonly content: ReactNode;
  readonly onClose: () => void;
}

/**
 * A stage: its views in one row, the work, and beside it what stands against it or what was touched. Wide: a panel. Tablet: a
 * drawer that pushes the work aside. Phone: a sheet from the bottom. The row of states stands under it where it acts.
 */
export function StageFrame({
  children,
  views,
  aside,
  asideName = 'Findings',
  sheet,
  strip = false,
}: {
  readonly children: ReactNode;
  readonly views?: ReactNode;
  readonly aside?: ReactNode;
  /** What the drawer of it is called. */
  readonly asideName?: string;
  readonly sheet?: Sheet | null;
  readonly strip?: boolean;
}) {
  const width = useLayoutWidth();
  const { panel, show, offer } = useShell();
  const findings = Boolean(aside);
  useEffect(() => {
    offer({ findings, states: strip });
    return () => offer(NOTHING_OFFERED);
  }, [offer, findings, strip]);
  const close = () => {
    if (sheet) sheet.onClose();
    else show('none');
  };
  const shuts = useRef<() => void>(undefined);
  const beside = sheet ? 'sheet' : aside && (width === 'wide' || panel === 'findings') ? 'findings' : null;
  // Wherever the focus is: what was pressed may be gone. What lies above it (a list, a dialog) takes Escape first.
  useEffect(() => {
    shuts.current = beside === null || (width === 'wide' && !sheet) ? undefined : close;
  });
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape' && !e.defaultPrevented) shuts.current?.();
    };
    document.addEventListener('keydown', key);
    return () => document.removeEventListener('keydown', key);
  }, []);
  return (
    <div className="relative flex h-full min-h-0 print:block">
      <div className="flex min-h-0 min-w-0 grow flex-col">
        {views && <div className="no-print shrink-0 overflow-x-auto px-3 md:px-5">{views}</div>}
        <div
          // What was touched can be scrolled up to where the sheet leaves it free.
          className={`min-h-0 grow overflow-y-auto px-3 pt-3 md:px-5 ${beside && width === 'phone' ? 'pb-[60vh]' : 'pb-4'}`}
        >
          {children}
        </div>
        {strip && width !== 'phone' && <StateStrip />}
      </div>
      {beside && (
        <Beside
          width={width}
          name={sheet?.title ?? asideName}
          closes={Boolean(sheet) || width !== 'wide'}
          onClose={close}
        >
          {sheet?.content}
          {sheet && aside && <div className="mt-5">{aside}</div>}
          {!sheet && aside}
        </Beside>
      )}
      {strip && width === 'phone' && panel === 'states' && (
        <Beside width="phone" name="Operating state" closes onClose={() => show('none')}>
          <StateStrip upright />
        </Beside>
      )}
    </div>
  );
}

const PLACES = {
  wide: 'w-[320px] border-l-2',
  tablet: 'w-[340px] border-l-2',
  // The upper part stays free: what was touched is still seen there.
  phone: 'absolute inset-x-0 bottom-0 z-30 max-h-[62%] border-t-2 shadow-[0_-8px_24px_rgb(0_0_0/0.25)]',
} as const;

function Beside({
  width,
  name,
  closes,
  onClose,
  children,
}: {
  readonly width: keyof typeof PLACES;
  readonly name: string;
  readonly closes: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const ref = useRef<HTMLElement>(null);
  // Another thing touched is read from its top.
  useEffect(() => {
    if (ref.current) ref.current.scrollTop = 0;
  }, [name]);
  return (
    <aside
      ref={ref}
      className={`no-print flex shrink-0 flex-col overflow-y-auto border-ink bg-board ${PLACES[width]}`}
      aria-label={name}
    >
      {closes && (
        <div className="sticky top-0 z-10 flex min-h-[52px] items-center gap-2 border-b border-rule bg-board pl-4">
          <h2 className="headline min-w-0 grow text-lg">{name}</h2>
          <button
            type="button"
            className="grid size-[48px] shrink-0 place-items-center"
            aria-label={`Close ${name}`}
            onClick={onClose}
          >
            <X size={22} aria-hidden />
          </button>
        </div>
      )}
      <div className="px-4 py-3">{children}</div>
    </aside>
  );
}
