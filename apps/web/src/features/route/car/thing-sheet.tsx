import type { Hazard, KeepOut } from '@venula/core/fit';
import { Trash2 } from 'lucide-react';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { PlanForm } from '../../../job/plan-form.tsx';

/** Something in the car: what it is, how hot, where and how large. */
export function ThingSheet({ id, onClose }: { readonly id: string; readonly onClose: () => void }) {
  const thing = useDoc().routing?.keepOuts[id];
  const { edit, readOnly } = useOpenJob();
  if (!thing) return null;
  const at = `/routing/keepOuts/${id}`;
  const parts: readonly (readonly [string, string])[] =
    thing.kind === 'box'
      ? [
          ['at', 'Its middle'],
          ['size', 'Its size'],
        ]
      : thing.kind === 'cylinder'
        ? [
            ['from', 'From'],
            ['to', 'To'],
          ]
        : [['at', 'Its middle']];
  return (
    <div className="grid gap-3">
      {thing.assumed && (
        <div>
          <p className="text-soft">It stands where it usually does in such a car. Measure it, then say so.</p>
          <button
            type="button"
            className="btn btn-main mt-1 w-full"
            disabled={readOnly}
            onClick={() => edit({ op: 'replace', path: `${at}/assumed`, value: false })}
          >
            It is measured
          </button>
        </div>
      )}
      <div className="form-grid">
        <PlanForm owner={at} own={{ kind: null, assumed: null }} />
      </div>
      {parts.map(([key, name]) => (
        <section key={key} aria-label={name}>
          <h3 className="headline text-base">{name}</h3>
          <div className="form-grid">
            <PlanForm owner={`${at}/${key}`} />
          </div>
        </section>
      ))}
      <button
        type="button"
        className="btn btn-small justify-self-start"
        disabled={readOnly}
        onClick={() => {
          edit({ op: 'remove', path: at });
          onClose();
        }}
      >
        <Trash2 size={16} aria-hidden /> It is not there
      </button>
    </div>
  );
}

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
export function CarSheet({ onThing }: { readonly onThing: (id: string) => void }) {
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
        <PlanForm owner="/routing/vehicle" />
      </div>
      {(['tank', 'engine'] as const).map((key) => (
        <section key={key} aria-label={key === 'tank' ? 'Tank' : 'Engine'}>
          <h3 className="headline text-base">{key === 'tank' ? 'Tank, its middle' : 'Engine, its middle'}</h3>
          <div className="form-grid">
            <PlanForm owner={`/routing/vehicle/${key}`} />
          </div>
        </section>
      ))}
      <section aria-label="In the way">
        <h3 className="headline text-base">In the way</h3>
        <ul>
          {Object.entries(things).map(([id, t]) => (
            <li key={id} className="border-t border-rule">
              <button
                type="button"
                className="flex min-h-[44px] w-full items-center text-left underline decoration-rule underline-offset-4"
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
