import { takeWireWays, wireWays, type Hazard, type KeepOut } from '@venula/core/fit';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';
import { usualGuide } from './guide-sheet.tsx';

type Maker = readonly [name: string, is: Hazard, kind: KeepOut['kind']];
const NEW: readonly Maker[] = [
  ['Pipe', 'hot', 'cylinder'],
  ['Turbo or header', 'hot', 'sphere'],
  ['Shaft', 'moving', 'cylinder'],
  ['Belt or pulley', 'moving', 'box'],
  ['Edge', 'sharp', 'box'],
  ['Comes out here', 'access', 'cylinder'],
  ['Not fitted yet', 'unknown', 'box'],
];

/** The car’s own figures, and everything that is in the way. */
export function CarSheet({
  onThing,
  onGuide,
}: {
  readonly onThing: (id: string) => void;
  readonly onGuide: (id: string) => void;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const vehicle = doc.routing?.vehicle;
  if (!vehicle) return null;
  const things = doc.routing?.keepOuts ?? {};
  const add = ([name, is, kind]: Maker): void => {
    let n = 1;
    while (things[`${is}-${n}`]) n++;
    const at = { x: vehicle.engine.x, y: 0.4, z: 0.4 };
    const common = { name, is };
    const value: KeepOut =
      kind === 'box'
        ? { kind, ...common, at, size: { x: 0.1, y: 0.1, z: 0.1 } }
        : kind === 'sphere'
          ? { kind, ...common, at, radiusM: 0.1 }
          : { kind, ...common, from: at, to: { ...at, x: at.x + 0.5 }, radiusM: 0.03 };
    edit({ op: 'add', path: `/routing/keepOuts/${is}-${n}`, value });
    onThing(`${is}-${n}`);
  };
  return (
    <div className="grid gap-3">
      <div className="form-grid">
        <PlanForm owner="/routing/vehicle" own={{ battery: null }} />
      </div>
      {(['tank', 'engine'] as const).map((key) => (
        <section key={key} aria-label={key === 'tank' ? 'Tank' : 'Engine'}>
          <h3 className="headline text-base">{key === 'tank' ? 'Tank, its middle' : 'Engine, its middle'}</h3>
          <div className="form-grid">
            <PlanForm owner={`/routing/vehicle/${key}`} />
          </div>
        </section>
      ))}
      <Battery />
      <Guides onGuide={onGuide} />
      <section aria-label="In the way">
        <h3 className="headline text-base">In the way</h3>
        <ul>
          {Object.entries(things).map(([id, t]) => (
            <li key={id} className="border-t border-rule">
              <button
                type="button"
                className="flex min-h-[53px] w-full items-center text-left underline decoration-rule underline-offset-4"
                onClick={() => onThing(id)}
              >
                {t.name}
              </button>
            </li>
          ))}
        </ul>
        <div className="mt-2 flex flex-wrap gap-2">
          {NEW.map((maker) => (
            <button
              key={maker[0]}
              type="button"
              className="btn btn-small"
              disabled={readOnly || Object.keys(things).length >= 60}
              onClick={() => add(maker)}
            >
              + {maker[0]}
            </button>
          ))}
        </div>
      </section>
    </div>
  );
}

/** Where the battery is; with it the car tells how long the wires are. */
function Battery() {
  const doc = useDoc();
  const format = useFormat();
  const { edit, readOnly } = useOpenJob();
  const vehicle = doc.routing?.vehicle;
  if (!vehicle) return null;
  const at = '/routing/vehicle/battery';
  const ways = wireWays(doc);
  const patch = takeWireWays(doc);
  return (
    <section aria-label="Battery and wires">
      <h3 className="headline text-base">Battery, and how long the wires are</h3>
      {vehicle.battery ? (
        <div className="form-grid">
          <PlanForm owner={at} />
        </div>
      ) : (
        <button
          type="button"
          className="btn btn-small"
          disabled={readOnly}
          onClick={() =>
            edit({
              op: 'add',
              path: at,
              value: { x: vehicle.engine.x + 0.3, y: -0.35 * vehicle.trackM, z: vehicle.engine.z },
            })
          }
        >
          + Battery
        </button>
      )}
      {vehicle.battery && ways.length === 0 && (
        <p className="mt-1 text-sm text-soft">
          Draw the line behind a pump, or place what feeds it: then its wires can be told from the car.
        </p>
      )}
      {ways.length > 0 && (
        <ul className="mt-1">
          {ways.map((w) => (
            <li
              key={`${w.circuitId} ${w.side}`}
              className="flex justify-between gap-3 border-t border-rule py-1"
            >
              <span>
                {w.name}, {w.side === 'feed' ? 'feed' : 'ground'}
              </span>
              <span className="num">
                {format('length', w.way)}{' '}
                <span className="text-soft">
                  {Math.abs(w.way - w.now) < 0.05 ? 'as planned' : `planned ${format('length', w.now)}`}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
      {patch.length > 0 && (
        <button
          type="button"
          className="btn btn-small mt-2"
          disabled={readOnly}
          onClick={() => edit(...patch)}
        >
          Take these wire lengths
        </button>
      )}
    </section>
  );
}

/** Lines that were in the car and stay, to be followed. */
function Guides({ onGuide }: { readonly onGuide: (id: string) => void }) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const { vehicle, guides } = doc.routing ?? {};
  if (!vehicle) return null;
  const own = Object.entries(guides ?? {});
  const add = (): void => {
    let n = 1;
    while (guides?.[`guide-${n}`]) n++;
    const value = usualGuide(own.length === 0 ? 'Factory line' : `Factory line ${n}`, vehicle);
    edit(
      guides
        ? { op: 'add', path: `/routing/guides/guide-${n}`, value }
        : { op: 'add', path: '/routing/guides', value: { 'guide-1': value } },
    );
    onGuide(`guide-${n}`);
  };
  return (
    <section aria-label="Lines to follow">
      <h3 className="headline text-base">Lines that stay, to follow</h3>
      <ul>
        {own.map(([id, g]) => (
          <li key={id} className="border-t border-rule">
            <button
              type="button"
              className="flex min-h-[53px] w-full items-center text-left underline decoration-rule underline-offset-4"
              onClick={() => onGuide(id)}
            >
              {g.name}
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn btn-small mt-1"
        disabled={readOnly || own.length >= 12}
        onClick={add}
      >
        + Factory line
      </button>
    </section>
  );
}
