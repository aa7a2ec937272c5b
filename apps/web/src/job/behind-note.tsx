import { RefreshCw } from 'lucide-react';
import { useJob, useOpenJob } from './job-context.ts';

/** The page shows an older version than the shop has: said above every stage, and on what is printed from it. */
export function BehindNote() {
  const { bringIn } = useOpenJob();
  const newer = useJob((job) => job.state.newer);
  if (newer === null) return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-fix bg-well px-3 py-1.5 md:px-5"
      data-testid="behind"
    >
      <p className="font-semibold">Changed on another device, version {newer}.</p>
      <button type="button" className="btn btn-small" onClick={bringIn}>
        <RefreshCw size={16} aria-hidden /> Show it
      </button>
    </div>
  );
}

/** On paper. */
export function PrintedBehind() {
  const version = useJob((job) => job.state.version);
  const newer = useJob((job) => job.state.newer);
  if (newer === null) return null;
  return (
    <p className="hidden pb-2 font-semibold print:block">
      Printed from version {version} of this job. Version {newer} is newer.
    </p>
  );
}
