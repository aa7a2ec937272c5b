import { bareRoute, layRoute, LINE_FIELDS, usualPass, type Hazard, type Passing } from '@venula/core/fit';
import { cutLength, ENDS, HOSE_KINDS, takesHoseEnds } from '@venula/core/kinds';
import { isStartingFigure, sourceOf } from '@venula/core/document';
import { elementPath } from '@venula/core/edit';
import { sayOrigin } from '@venula/core/say';
import { Ruler, Spline, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useFormat } from '../../app/settings.ts';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { PlanQuantity } from '../../job/plan-fields.tsx';
import { PlanField, PlanForm } from '../../job/plan-form.tsx';
import { PhotoStrip } from '../../job/photo-strip.tsx';
import { MarginBar } from '../../ui/margin-bar.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { usePutRoute, type Line } from './use-lines.ts';
import { FOOT } from '@venula/core/quantities';

/** What is further off than a foot is no neighbor, m. */
const NEAR = FOOT;
/** What a line can pass, as a person would call it before looking closer. */
const PASSED: readonly (readonly [Hazard, string])[] = [
  ['hot', 'Exhaust'],
  ['moving', 'Belt, pulley or shaft'],
  ['sharp', 'Edge'],
  ['access', 'Plug, coil or filter'],
  ['unknown', 'Part not fitted yet'],
];

/** A line measured in the car: string, bends, clips, what it passes and how far. */
export function LineSheet({
  line,
  onDraw,
  onEnds,
}: {
  readonly line: Line;
  readonly onDraw: () => void;
  readonly onEnds: () => void;
}) {
  const { id, route } = line;
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const begin = (how: 'string' | 'drawn') => {
    edit(...layRoute(doc, id, { ...(route ?? bareRoute(how)), how }));
    if (how === 'drawn') onDraw();
  };
  return (
    <div className="grid gap-3">
      {!route && (
        <p className="text-soft">Pull a string where the hose will lie, seat to seat, and tape it off.</p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <button
          type="button"
          className={`btn ${route?.how === 'string' ? 'bg-mark/40' : ''}`}
          aria-pressed={route?.how === 'string'}
          disabled={readOnly}
          onClick={() => begin('string')}
        >
          <Ruler size={18} aria-hidden /> By string
        </button>
        <button
          type="button"
          className={`btn ${route?.how === 'drawn' ? 'bg-mark/40' : ''}`}
          aria-pressed={route?.how === 'drawn'}
          disabled={readOnly}
          onClick={() => begin('drawn')}
        >
          <Spline size={18} aria-hidden /> In the car
        </button>
      </div>
      {route?.how === 'string' && <Taped line={line} />}
      {route?.how === 'drawn' && (
        <>
          <DrawnLength line={line} />
          <Passed line={line} />
        </>
      )}
      <PhotoStrip about={`line:${id}`} caption={line.run.name} />
      <Cut line={line} onEnds={onEnds} />
    </div>
  );
}

/** How long it is as drawn, and a key to plan with that. */
function DrawnLength({ line: { id, run, route, shape } }: { readonly line: Line }) {
  const doc = useDoc();
  const format = useFormat();
  const { edit, readOnly } = useOpenJob();
  if (!route || !shape) return null;
  const length = shape.length + route.movementM;
  const taken = sourceOf(run, 'lengthM').origin === 'routed' && Math.abs(length - run.lengthM) < 1e-6;
  return taken ? (
    <p className="text-soft">Planned with its drawn length, {format('tape', length)}.</p>
  ) : (
    <div>
      <p>
        Drawn it is <strong className="font-semibold">{format('tape', length)}</strong>; the plan has{' '}
        {format('length', run.lengthM)}, {sayOrigin(sourceOf(run, 'lengthM'))}.
      </p>
      <button
        type="button"
        className="btn mt-1 w-full"
        disabled={readOnly}
        onClick={() => edit(...layRoute(doc, id, route, true))}
      >
        Plan with {format('tape', length)}
      </button>
    </div>
  );
}

/** What the length in the string's field is, where it is not the string's own. */
function stringHint(run: Line['run'], movement: number, format: ReturnType<typeof useFormat>): string {
  const source = sourceOf(run, 'lengthM');
  const slack =
    movement > 0 ? `; ${format('tape', run.lengthM)} with ${format('tape', movement)} of slack` : '';
  if (isStartingFigure(run, 'lengthM'))
    return 'starting figure, nobody has measured it: type the string, or press Enter if it is this long';
  return `${sayOrigin(source)}${slack}`;
}

function Taped({ line }: { readonly line: Line }) {
  const { id, run, route } = line;
  const format = useFormat();
  const { readOnly } = useOpenJob();
  const put = usePutRoute(id);
  const at = `/routing/lines/${id}`;
  return (
    <>
      <div className="form-grid">
        <QuantityField
          label="String, seat to seat"
          dimension="tape"
          value={Math.max(LINE_FIELDS.stringM.min, run.lengthM - (route?.movementM ?? 0))}
          confirms
          hint={stringHint(run, route?.movementM ?? 0, format)}
          range={LINE_FIELDS.stringM}
          disabled={readOnly}
          onCommit={(stringM) => put({ stringM })}
        />
        <PlanQuantity path={elementPath(id, 'bendDegrees')} />
        <PlanField path={`${at}/clips`} />
        <QuantityField
          label={LINE_FIELDS.movementM.label}
          dimension="tape"
          value={route?.movementM ?? 0}
          range={LINE_FIELDS.movementM}
          disabled={readOnly}
          onCommit={(movementM) => put({ movementM })}
        />
        <PlanField path={`${at}/rail`} />
      </div>
      <Passed line={line} />
    </>
  );
}

/** What it passes: each with how far it is against what it asks for. */
function Passed({ line: { id, route, passes: all } }: { readonly line: Line }) {
  const { edit, readOnly } = useOpenJob();
  const put = usePutRoute(id);
  const drawn = route?.how === 'drawn';
  // In the car everything has a distance.
  const passes: readonly (Passing | Pick<Passing, 'id' | 'name'>)[] = drawn
    ? all.filter((p) => p.distance < Math.max(NEAR, 1.5 * p.needs))
    : [
        ...all,
        ...Object.entries(route?.passes ?? {}).flatMap(([passed, { name, distanceM }]) =>
          distanceM === undefined ? [{ id: passed, name }] : [],
        ),
      ];
  const [measured, setMeasured] = useState<string | null>(null);
  const add = (is: Hazard, called: string): void => {
    const taken = route?.passes ?? {};
    let n = 1;
    while (taken[`${is}-${n}`]) n++;
    put({ passes: { ...taken, [`${is}-${n}`]: usualPass(is, called) } });
    setMeasured(`${is}-${n}`);
  };
  return (
    <section aria-label="What it passes">
      <h3 className="headline text-base">What it passes</h3>
      {passes.length === 0 && (
        <p className="text-sm text-soft">
          {drawn ? 'Nothing within a foot of it.' : 'Note what is hot, moves, cuts or must be reached.'}
        </p>
      )}
      <ul>
        {passes.map((p) => (
          <li key={p.id} className="border-t border-rule py-2">
            {'needs' in p ? (
              <Bar passing={p} />
            ) : (
              <p>
                {p.name}: <span className="font-semibold text-fix">how far from it is not measured yet</span>
              </p>
            )}
            {!drawn && (
              <details
                open={measured === p.id}
                onToggle={(e) => {
                  const { open } = e.currentTarget;
                  setMeasured((now) => (open ? p.id : now === p.id ? null : now));
                }}
              >
                <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
                  Measure {p.name.toLowerCase()}
                </summary>
                <div className="form-grid">
                  <PlanForm
                    owner={`/routing/lines/${id}/passes/${p.id}`}
                    own={{
                      distanceM: (
                        <PassDistance line={id} passed={p.id} value={route?.passes[p.id]?.distanceM} />
                      ),
                    }}
                  />
                  <button
                    type="button"
                    className="btn btn-small justify-self-start"
                    disabled={readOnly}
                    onClick={() => edit({ op: 'remove', path: `/routing/lines/${id}/passes/${p.id}` })}
                  >
                    <Trash2 size={16} aria-hidden /> It does not pass it
                  </button>
                </div>
              </details>
            )}
          </li>
        ))}
      </ul>
      {!drawn && (
        <div className="mt-1 flex flex-wrap gap-2">
          {PASSED.map(([is, called]) => (
            <button
              key={is}
              type="button"
              className="btn btn-small"
              disabled={readOnly || Object.keys(route?.passes ?? {}).length >= 12}
              onClick={() => add(is, called)}
            >
              + {called}
            </button>
          ))}
        </div>
      )}
    </section>
  );
}

/** Open at once, though it may be left out: without it nothing is said of the thing. */
function PassDistance({
  line,
  passed,
  value,
}: {
  readonly line: string;
  readonly passed: string;
  readonly value: number | undefined;
}) {
  const { edit, readOnly } = useOpenJob();
  const { passDistanceM: field } = LINE_FIELDS;
  return (
    <QuantityField
      label={field.label}
      dimension={field.dimension}
      value={value}
      absent={field.absent}
      range={field}
      disabled={readOnly}
      onCommit={(typed) =>
        edit({ op: 'add', path: `/routing/lines/${line}/passes/${passed}/distanceM`, value: typed })
      }
    />
  );
}

const Bar = ({ passing: { name, distance, needs, sleeved } }: { readonly passing: Passing }) => (
  <MarginBar
    label={`${name}${sleeved ? ', sleeved' : ''}`}
    dimension="tape"
    value={distance}
    limit={needs}
    sense="at least"
    limitLabel="wants"
  />
);

function Cut({ line: { run }, onEnds }: { readonly line: Line; readonly onEnds: () => void }) {
  const format = useFormat();
  const soft = takesHoseEnds(run.hose);
  const tube = HOSE_KINDS[run.hose].ends === 'flare';
  const open = isStartingFigure(run, 'lengthM');
  return (
    <section aria-label="What to cut" className="border-t-2 border-ink pt-2">
      <p>
        <span className="headline text-xl">
          {open ? 'No cut length yet' : `Cut ${format('tape', cutLength(run))}`}
        </span>
        <span className="block text-sm text-soft">
          {open
            ? 'nobody has measured this line'
            : soft
              ? `of hose, between ${ENDS[run.ends[0]!].name} and ${ENDS[run.ends[1]!].name}`
              : !tube
                ? 'of hose, straight on its barbs, two clamps each'
                : 'of tube; cut it long, bend, try it, then trim and flare'}
        </span>
      </p>
      {soft && (
        <button type="button" className="btn mt-2 w-full" onClick={onEnds}>
          Choose its ends
        </button>
      )}
    </section>
  );
}
