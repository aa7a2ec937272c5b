import { Printer } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useJob, useOpenJob } from './job-context.ts';

/** Prints the page; where the job has changed since the page read it, asks which of the two is wanted. */
export function PrintButton({ label, main = false }: { readonly label: string; readonly main?: boolean }) {
  const { bringIn } = useOpenJob();
  const version = useJob((job) => job.state.version);
  const newer = useJob((job) => job.state.newer);
  const [asking, setAsking] = useState(false);
  return (
    <>
      <button
        type="button"
        className={`btn ${main ? 'btn-main' : ''}`}
        onClick={() => (newer === null ? window.print() : setAsking(true))}
      >
        <Printer size={18} aria-hidden /> {label}
      </button>
      <Dialog.Root open={asking} onOpenChange={setAsking}>
        <Dialog.Portal>
          <Dialog.Overlay className="no-print fixed inset-0 bg-black/40" />
          <Dialog.Content
            className="no-print fixed top-1/2 left-1/2 w-[480px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-paper p-6"
            aria-describedby="print-why"
          >
            <Dialog.Title className="headline text-xl">This page is older than the job</Dialog.Title>
            <p id="print-why" className="mt-1">
              It shows version {version}. Version {newer ?? version} was made on another device.
            </p>
            <div className="mt-4 flex flex-wrap gap-2">
              <button
                type="button"
                className="btn btn-main"
                onClick={() => {
                  setAsking(false);
                  bringIn();
                }}
              >
                Show the new version first
              </button>
              <button
                type="button"
                className="btn"
                onClick={() => {
                  setAsking(false);
                  // Once the dialog is off the page.
                  window.setTimeout(() => window.print());
                }}
              >
                Print version {version}
              </button>
            </div>
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </>
  );
}
