import { addedInRoundFigures } from '@venula/core/edit';
import type { PatchOperation } from '@venula/core/outcome';
import { useSettings } from '../app/settings.ts';
import { useOpenJob } from './job-context.ts';

/** Adds something new to the plan, its starting figures round in the units of the device. */
export function useAdd(): (patch: readonly PatchOperation[]) => void {
  const job = useOpenJob();
  const { units } = useSettings();
  return (patch) => job.edit(...addedInRoundFigures(job.getView().doc, patch, units));
}
