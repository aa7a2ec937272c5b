import { harnessOf, wiringSheet } from '@venula/core/harness';
import { useMemo } from 'react';
import { useDoc } from '../../../job/job-context.ts';
import type { Sheet } from '../../../job/stage-frame.tsx';
import { DeviceTray } from './device-tray.tsx';
import { WireTray } from './wire-tray.tsx';
import type { WiringOpen } from './wiring-open.ts';

/** What stands beside the drawing for the wire or part that was touched. */
export function useWiringSheet(
  open: WiringOpen,
  onOpen: (next: WiringOpen) => void,
  onCircuit: (circuitId: string) => void,
): Sheet | null {
  const doc = useDoc();
  const of = open?.of;
  // Made when something is opened or the plan changes, not at every drawing of the page.
  const sheet = useMemo(() => (of === 'wire' ? wiringSheet(doc) : null), [doc, of]);
  const harness = useMemo(() => (of === 'device' ? harnessOf(doc) : null), [doc, of]);
  if (!open) return null;
  const onClose = () => onOpen(null);
  if (sheet) {
    const row = sheet.wires.find((w) => w.id === open.id);
    return row
      ? {
          title: `Wire ${row.label}`,
          content: (
            <WireTray key={open.id} id={open.id} sheet={sheet} onCircuit={onCircuit} onGone={onClose} />
          ),
          onClose,
        }
      : null;
  }
  const device = harness?.devices[open.id];
  return harness && device
    ? {
        title: device.name,
        content: (
          <DeviceTray key={open.id} id={open.id} harness={harness} onCircuit={onCircuit} onGone={onClose} />
        ),
        onClose,
      }
    : null;
}
