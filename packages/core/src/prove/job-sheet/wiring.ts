import type { JobDocument } from '../../document/job-document.ts';
import { wiringSheet } from '../../harness/wiring-sheet.ts';
import { wireSizeName } from '../../kinds/wiring/wire/wire.ts';
import type { Draft } from './step.ts';

export function wiringSteps(doc: JobDocument): Draft[] {
  const { harness, wires } = wiringSheet(doc);
  const devices = Object.entries(harness.devices);
  return [
    ...devices
      .filter(
        ([, d]) =>
          d.kind === 'relay' || d.kind === 'fuse' || d.kind === 'inertia' || d.kind === 'pump-controller',
      )
      .map(([id, d]): Draft => ({
        id: `device:${id}`,
        does: `${d.name} mounted where it stays dry and can be reached`,
        needs: ['safe'],
        makes: [`device:${id}`],
      })),
    ...wires.map((w): Draft => ({
      id: `wire:${w.id}`,
      does: `${w.name}: ${wireSizeName(w.size)}${w.color ? `, ${w.color}` : ''}`,
      how: `Shrink on first; ${w.fromEnd.terminal} and ${w.toEnd.terminal} crimped with their tool and pulled; both ends labeled; grommet wherever it goes through.`,
      figures: [{ label: 'Cut', dimension: 'tape', value: w.lengthM }],
      caution: 'wiring',
      needs: ['safe'],
      makes: [`wire:${w.id}`],
    })),
    ...(wires.length > 0
      ? [
          {
            id: 'loom',
            does: 'Loom taped by zone, slack left at hat and lid, off exhaust and edges',
            needs: wires.map((w) => `wire:${w.id}`),
            makes: ['loom'],
          },
        ]
      : []),
  ];
}
