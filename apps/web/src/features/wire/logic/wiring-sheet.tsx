import { harnessOf, wiringSheet } from '@venula/core/harness';
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
  if (!open) return null;
  const onClose = () => onOpen(null);
  if (open.of === 'wire') {
    const sheet = wiringSheet(doc);
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
  const harness = harnessOf(doc);
  const device = harness.devices[open.id];
  return device
    ? {
        title: device.name,
        content: (
          <DeviceTray key={open.id} id={open.id} harness={harness} onCircuit={onCircuit} onGone={onClose} />
        ),
        onClose,
      }
    : null;
}
