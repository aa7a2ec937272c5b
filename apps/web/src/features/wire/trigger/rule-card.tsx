import { fullSpeedAt } from '@venula/core/demand';
import { dropRule, ruleOf, type FieldInfo, type PumpTrigger } from '@venula/core/document';
import type { StagingAdvice } from '@venula/core/replay';
import { RULE_TIMES } from '@venula/core/trigger';
import { useState } from 'react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { Choice } from '../../../ui/choice.tsx';
import { PickMenu } from '../../../ui/pick-menu.tsx';
import { QuantityField } from '../../../ui/quantity-field.tsx';
import { addClause, addTerm, dropClause, newTerm, ruleChange, SAYINGS, withTerm } from './rule-edit.ts';
import { TermSlot } from './term-slot.tsx';

const OFFERED = [{ options: SAYINGS.map(([value, label]) => ({ value, label: label.replace(/:$/, '') })) }];
const COIL_SIDES = [
  { value: 'ground', label: 'ground side' },
  { value: 'feed', label: 'feed side' },
] as const;
const TIMES = Object.entries(RULE_TIMES) as [keyof typeof RULE_TIMES, FieldInfo][];

/** One load's rule as a sentence with slots, and the times and interlocks under it. */
export function RuleCard({
  loadId,
  name,
  advice,
}: {
  readonly loadId: string;
  readonly name: string;
  readonly advice: StagingAdvice | undefined;
}) {
  const doc = useDoc();
  const { edit, readOnly } = useOpenJob();
  /** Times that are not used are not shown until somebody wants one. */
  const [timed, setTimed] = useState(false);
  const [menu, setMenu] = useState('');
  const { id, rule } = ruleOf(doc, loadId);
  const change = (next: PumpTrigger) => edit(...ruleChange(doc, rule, next));
  const format = useFormat();
  const pump = doc.plumbing.elements[loadId];
  const speed = pump?.kind === 'pump' ? pump.speed : undefined;
  const relayed = Object.values(doc.wiring.circuits).some(
    (c) => c.loadId === loadId && Object.values(c.segments).some((s) => s.kind === 'relay'),
  );
  const always = rule.any.some((c) => c.all.length === 0);
  return (
    <section className="border-b-2 border-rule py-2" aria-label={`When ${name} runs`}>
      <div className="flex flex-wrap items-center gap-2">
        <h3 className="headline text-lg">{name}</h3>
        <span className="text-soft">runs</span>
        {always && <strong>always</strong>}
        {!always && rule.any.length === 0 && <strong>never</strong>}
        {!always &&
          rule.any.map((clause, i) => (
            <span key={i} className="flex flex-wrap items-center gap-2">
              <span className="text-soft">{i === 0 ? 'when' : 'or when'}</span>
              {clause.all.map((term, k) => (
                <span key={k} className="flex items-center gap-2">
                  {k > 0 && <span className="text-soft">and</span>}
                  <TermSlot
                    term={term}
                    of={`${name}, condition ${i + 1}.${k + 1}`}
                    readOnly={readOnly}
                    onChange={(t) => change(withTerm(rule, i, k, t))}
                    onRemove={() =>
                      change(clause.all.length === 1 ? dropClause(rule, i) : withTerm(rule, i, k, null))
                    }
                  />
                </span>
              ))}
              {!readOnly && clause.all.length < 6 && (
                <PickMenu
                  label={`And, for ${name}, way ${i + 1}`}
                  words="and"
                  groups={OFFERED}
                  open={menu === `and-${i}`}
                  onOpen={(open) => setMenu(open ? `and-${i}` : '')}
                  onPick={(s) => change(addTerm(rule, i, newTerm(s)))}
                />
              )}
            </span>
          ))}
        {!readOnly && rule.any.length < 6 && (
          <PickMenu
            label={always ? `Only when, for ${name}` : `Or when, for ${name}`}
            words={always ? 'only when' : 'or when'}
            groups={OFFERED}
            open={menu === 'or'}
            onOpen={(open) => setMenu(open ? 'or' : '')}
            onPick={(s) => change(addClause(rule, newTerm(s)))}
          />
        )}
        {id !== undefined && !readOnly && (
          <button
            type="button"
            className="btn btn-small ml-auto"
            aria-label={`${name}: back to always`}
            onClick={() => edit(...dropRule(doc, loadId))}
          >
            always
          </button>
        )}
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
        {TIMES.filter(([field]) => timed || rule[field] !== 0).map(([field, info]) => (
          <div key={field} className="w-[112px]">
            <QuantityField
              label={info.label}
              dimension={info.dimension}
              value={rule[field]}
              range={info}
              disabled={readOnly}
              onCommit={(v) => change({ ...rule, [field]: v })}
            />
          </div>
        ))}
        {!timed && TIMES.some(([field]) => rule[field] === 0) && !readOnly && (
          <button type="button" className="btn btn-small" onClick={() => setTimed(true)}>
            Add a time
          </button>
        )}
        <Tick
          label="stops with the key"
          on={rule.needsIgnition}
          readOnly={readOnly}
          onChange={(needsIgnition) => change({ ...rule, needsIgnition })}
        />
        <Tick
          label="stops after a crash"
          on={rule.needsInertia}
          readOnly={readOnly}
          onChange={(needsInertia) => change({ ...rule, needsInertia })}
        />
        {relayed && (
          <div className="w-[190px]">
            <Choice
              label="Switches the coil’s"
              value={rule.coilSide ?? 'ground'}
              disabled={readOnly}
              options={COIL_SIDES}
              onChoose={(coilSide) => change({ ...rule, coilSide })}
            />
          </div>
        )}
      </div>
      {advice && <Advice advice={advice} />}
      {speed && (
        <p className="mt-1 text-sm text-soft">
          Its speed follows the manifold: {format('fraction', speed.lowSpeed)} at the least, full at{' '}
          {format('pressure', fullSpeedAt(speed))}. The map is set at the pump in Plumb.
        </p>
      )}
    </section>
  );
}

function Tick({
  label,
  on,
  readOnly,
  onChange,
}: {
  readonly label: string;
  readonly on: boolean;
  readonly readOnly: boolean;
  readonly onChange: (on: boolean) => void;
}) {
  return (
    <label className="flex min-h-[44px] cursor-pointer items-center gap-2">
      <input
        type="checkbox"
        className="h-5 w-5 accent-[var(--ink)]"
        checked={on}
        disabled={readOnly}
        onChange={(e) => onChange(e.target.checked)}
      />
      <span className="label">{label}</span>
    </label>
  );
}

/** What the plumbing says about this threshold. */
function Advice({ advice }: { readonly advice: StagingAdvice }) {
  const format = useFormat();
  const psi = (v: number) => format('manifold', v);
  if (advice.needed === null)
    return (
      <p className="mt-1 text-sm text-soft">
        Without it the others keep {format('fraction', advice.worst)} to spare all along the pull: by the
        plumbing alone it is not needed.
      </p>
    );
  if (!advice.set)
    return (
      <p className="mt-1 text-sm font-medium text-fix">
        The others run out at {psi(advice.needed)}, no higher than cruise: boost cannot tell the two apart.
        Use engine speed{advice.rpm === null ? '' : `, ${advice.rpm} rpm`}.
      </p>
    );
  return (
    <p className="mt-1 text-sm text-soft">
      <strong className="text-ink">{psi(advice.set.above)}</strong> is a good setting: early rather than late.
      The others run out at {psi(advice.needed)}; less the switch’s tolerance and the pump’s start,{' '}
      {psi(advice.latest)} is the latest that is in time. Anything in between is your call.
    </p>
  );
}
