import { capital } from '@venula/core/quantities';
import { elementPath, sayMade } from '@venula/core/edit';
import {
  DRESSINGS,
  faceName,
  JOINT_RULES,
  jointList,
  PART_FACE_IDS,
  type Connection,
  type Joint,
  type JointKind,
} from '@venula/core/supply';
import { useState } from 'react';
import { PlanChoice } from '../../job/plan-fields.tsx';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { Choice } from '../../ui/choice.tsx';

const PORTS = PART_FACE_IDS.map((id) => ({ value: id, label: faceName(id) }));

/** Every place where two parts meet: their ports, what goes between, and how each joint is made. */
export function JointsView({ connections }: { readonly connections: readonly Connection[] }) {
  const doc = useDoc();
  const [open, setOpen] = useState<string | null>(null);
  const joints = new Map(jointList(doc).map((j) => [j.id, j]));
  const made = connections.filter((c) => c.meetings.length > 0 || c.problem !== undefined);
  const kinds = [...new Set(made.flatMap((c) => c.meetings.map((m) => m.kind)))];
  return (
    <>
      <ol aria-label="Joints in the order the fuel meets them">
        {made.map((c) => (
          <li key={c.id} className="border-t border-rule py-2" data-connection={c.id}>
            <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,4fr)_minmax(0,5fr)] gap-x-5 gap-y-1 max-md:grid-cols-1">
              <div>
                <h3 className="leading-tight font-semibold">
                  {c.from.name} to {c.to.name}
                </h3>
                <p className="label text-sm text-soft">
                  <Port side={c.from} wall={c.wall} /> · <Port side={c.to} wall={c.wall} />
                </p>
                {!c.kept && c.meetings.length > 0 && (
                  <button
                    type="button"
                    className="btn btn-small mt-1"
                    aria-expanded={open === c.id}
                    aria-label={`Ports and making, ${c.from.name} to ${c.to.name}`}
                    onClick={() => setOpen(open === c.id ? null : c.id)}
                  >
                    Ports and making
                  </button>
                )}
              </div>
              <Between connection={c} />
              <ul className="text-sm">
                {c.meetings.map((_, n) => (
                  <Made key={n} joint={joints.get(n === 0 ? c.id : `${c.id}:${n + 1}`)} />
                ))}
              </ul>
            </div>
            {open === c.id && (
              <div className="mt-2 grid max-w-[720px] gap-3">
                {canBeNamed(c) && (
                  <div className="form-grid">
                    <PortChoice side={c.from} port="outlet" />
                    <PortChoice side={c.to} port="inlet" />
                  </div>
                )}
                {c.meetings.map((m, n) => (
                  <MadeHow
                    key={n}
                    joint={n === 0 ? c.id : `${c.id}:${n + 1}`}
                    kind={m.kind}
                    name={m.between.join(' to ')}
                  />
                ))}
              </div>
            )}
          </li>
        ))}
      </ol>
      <HowMade kinds={kinds} />
    </>
  );
}

/** Hoses bring their ends; only what is bought with ports in it has ports to name. */
const canBeNamed = ({ from, to, kept }: Connection): boolean =>
  !kept && [from, to].some((s) => s.face !== 'in-tank' && isNamed(s));
const isNamed = (s: Connection['from']): boolean => s.assumed || (s.of === 'part' && s.told);

function Port({ side, wall }: { readonly side: Connection['from']; readonly wall: number | null }) {
  if (side.face === 'in-tank') return wall === null ? 'in the tank' : `bulkhead, -${wall} flare`;
  return (
    <>
      {faceName(side.face)}
      {side.assumed && ' (usual)'}
    </>
  );
}

function PortChoice({
  side,
  port,
}: {
  readonly side: Connection['from'];
  readonly port: 'inlet' | 'outlet';
}) {
  if (side.face === 'in-tank' || !isNamed(side)) return null;
  const path = side.of === 'part' ? elementPath(side.id, port) : `/plumbing/junctions/${side.id}/port`;
  return (
    <PlanChoice
      path={path}
      label={
        side.of === 'part'
          ? `${port === 'inlet' ? 'Inlet' : 'Outlet'} of ${side.name}`
          : `Ports of ${side.name}`
      }
      options={PORTS}
      absent="as its kind usually has it"
    />
  );
}

function Between({ connection: { kept, problem, chains, wall, why } }: { readonly connection: Connection }) {
  if (kept) return <p className="text-soft">as it was found</p>;
  if (problem !== undefined)
    return (
      <p className="font-semibold text-fix">
        {capital(problem)}.{why !== undefined && ` ${capital(why)}.`}
      </p>
    );
  const [first, ...others] = chains;
  const names = (chain: (typeof chains)[number]) => chain.fittings.map((f) => f.name).join(', then ');
  const straight = first === undefined || first.fittings.length === 0;
  return (
    <div>
      {wall !== null && <p>Bulkhead, -{wall} flare, with nut and two seals</p>}
      {straight ? (
        wall === null && <p className="text-soft">straight on, no adapter</p>
      ) : (
        <>
          <p>{names(first)}</p>
          {why !== undefined && <p className="text-sm text-soft">{capital(why)}.</p>}
        </>
      )}
      {others.length > 0 && (
        <details className="text-sm">
          <summary className="label inline-flex min-h-[44px] cursor-pointer items-center text-soft underline decoration-rule underline-offset-4">
            {others.length === 1 ? 'another way' : `${others.length} other ways`}
          </summary>
          <ul>
            {others.map((chain) => (
              <li key={names(chain)}>{names(chain)}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** What only these kinds use up: a seal that is new each time. */
const SEALED: ReadonlySet<JointKind> = new Set(['o-ring', 'washer', 'snap', 'flange']);

/** How somebody makes or found a joint, where that is not as its kind asks. */
function MadeHow({
  joint,
  kind,
  name,
}: {
  readonly joint: string;
  readonly kind: JointKind;
  readonly name: string;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  const said = doc.plumbing.made?.find((m) => m.joint === joint);
  if (kind === 'in-tank') return null;
  return (
    <fieldset className="form-grid">
      <legend className="label text-sm text-soft">
        {name}, {JOINT_RULES[kind].name}
      </legend>
      <Choice
        label="On the thread"
        value={said?.thread ?? ''}
        options={[
          { value: '', label: 'as its kind asks' },
          ...(['bare', 'oil', 'sealant', 'tape'] as const).map((value) => ({
            value,
            label: DRESSINGS[value],
          })),
        ]}
        disabled={readOnly}
        onChoose={(v) => edit(...sayMade(doc, joint, { thread: v === '' ? undefined : v }))}
      />
      {kind === 'cone' && (
        <Choice
          label="Nut and fitting"
          value={said?.metal ?? 'aluminum'}
          options={[
            { value: 'aluminum', label: 'aluminum, one or both' },
            { value: 'steel', label: 'steel, both' },
          ]}
          disabled={readOnly}
          onChoose={(v) => edit(...sayMade(doc, joint, { metal: v === 'steel' ? 'steel' : undefined }))}
        />
      )}
      {SEALED.has(kind) && (
        <Choice
          label="Seal"
          value={said?.seal ?? 'fresh'}
          options={[
            { value: 'fresh', label: 'new' },
            { value: 'used', label: 'used again' },
          ]}
          disabled={readOnly}
          onChoose={(v) => edit(...sayMade(doc, joint, { seal: v === 'used' ? 'used' : undefined }))}
        />
      )}
    </fieldset>
  );
}

function Made({ joint }: { readonly joint: Joint | undefined }) {
  if (!joint?.care) return null;
  return (
    <li className="leading-snug">
      <strong className="font-semibold">{capital(joint.what)}</strong>: {joint.care.tighten}
    </li>
  );
}

/** Each kind of joint of this plan once: how it is made, and what ruins it. */
function HowMade({ kinds }: { readonly kinds: readonly JointKind[] }) {
  return (
    <section className="border-t-2 border-ink pt-2 pb-4">
      <h3 className="headline text-lg">How each is made</h3>
      <dl>
        {kinds.map((kind) => {
          const { name, does, never } = JOINT_RULES[kind];
          return (
            <div key={kind} className="mt-2">
              <dt className="font-semibold">{capital(name)}</dt>
              <dd>
                {capital(does)}. <span className="font-semibold">{capital(never)}.</span>
              </dd>
            </div>
          );
        })}
      </dl>
      <p className="mt-2 text-sm text-soft">
        Start every thread by hand, position, then final-tighten all in one pass with two wrenches and mark
        them. The maker’s figure wins over any here.
      </p>
    </section>
  );
}
