import { NO_ROUTING, usualKeepOuts, usualVehicle, type Vehicle } from '@venula/core/fit';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Choice } from '../../../ui/choice.tsx';
import { Headline } from '../../../ui/headline.tsx';

const LAYOUTS = [
  { value: 'front', label: 'in front' },
  { value: 'mid', label: 'ahead of the rear axle' },
  { value: 'rear', label: 'behind the rear axle' },
] as const;
const BODIES = [
  { value: 'unibody', label: 'unibody' },
  { value: 'frame', label: 'body on a frame' },
] as const;

/** Before there is a car: two choices, and usual figures to be corrected by the tape. */
export function CarSetup() {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const [layout, setLayout] = useState<Vehicle['layout']>('front');
  const [structure, setStructure] = useState<Vehicle['structure']>('unibody');
  const start = (): void => {
    const vehicle = usualVehicle(layout, structure);
    const keepOuts = usualKeepOuts(vehicle);
    if (doc.routing)
      edit(
        { op: 'add', path: '/routing/vehicle', value: vehicle },
        { op: 'replace', path: '/routing/keepOuts', value: { ...keepOuts, ...doc.routing.keepOuts } },
      );
    else edit({ op: 'add', path: '/routing', value: { ...NO_ROUTING, vehicle, keepOuts } });
  };
  return (
    <>
      <Headline
        tone="good"
        sentence="Draw the lines in the car, where it pays."
        second="A string is enough for most. Draw when a line passes the exhaust, a belt or something that must come out."
      />
      <div className="grid max-w-[420px] gap-3">
        <Choice label="The engine is" value={layout} options={LAYOUTS} onChoose={setLayout} />
        <Choice label="The body is" value={structure} options={BODIES} onChoose={setStructure} />
        <button type="button" className="btn btn-main" disabled={readOnly} onClick={start}>
          Start with usual figures
        </button>
        <p className="text-sm text-soft">
          Wheelbase, track, floor, tank, engine, exhaust, shafts and belt stand there as they usually are.
          Measure each and type it over.
        </p>
      </div>
    </>
  );
}
