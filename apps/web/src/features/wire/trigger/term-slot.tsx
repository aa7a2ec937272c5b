import { isLevel, LEVEL_FIELDS, type Term } from '@venula/core/trigger';
import { X } from 'lucide-react';
import { Choice } from '../../../ui/choice.tsx';
import { QuantityField } from '../../../ui/quantity-field.tsx';
import { newTerm, SAYINGS, sayingOf, withLevel } from './rule-edit.ts';

/** One condition of a rule, read as part of the sentence, each of its words a slot. */
export function TermSlot({
  term,
  of,
  readOnly,
  onChange,
  onRemove,
}: {
  readonly term: Term;
  /** "Pump 2, condition 1": what the slots are called for assistive tools. */
  readonly of: string;
  readonly readOnly: boolean;
  readonly onChange: (term: Term) => void;
  readonly onRemove: () => void;
}) {
  const level = isLevel(term) ? LEVEL_FIELDS[term.kind] : null;
  return (
    <span className="inline-flex flex-wrap items-center gap-2 border-l-4 border-mark bg-well/60 py-1 pr-1 pl-2">
      <span className="w-[168px]">
        <Choice
          bare
          label={`${of}: what`}
          value={sayingOf(term)}
          disabled={readOnly}
          options={SAYINGS.map(([value, label]) => ({ value, label }))}
          onChoose={(saying) => onChange(newTerm(saying))}
        />
      </span>
      {isLevel(term) && level && (
        <>
          <span className="w-[92px]">
            <QuantityField
              bare
              label={`${of}: comes on at`}
              dimension={level.dimension}
              value={term.above}
              range={level}
              disabled={readOnly}
              onCommit={(v) => onChange(withLevel(term, 'above', v))}
            />
          </span>
          <span className="label text-soft">until below</span>
          <span className="w-[92px]">
            <QuantityField
              bare
              label={`${of}: goes off below`}
              dimension={level.dimension}
              value={term.below}
              range={{ min: level.min, max: term.above }}
              disabled={readOnly}
              onCommit={(v) => onChange(withLevel(term, 'below', v))}
            />
          </span>
        </>
      )}
      {term.kind === 'boost' && (
        <span className="w-[156px]">
          <Choice
            bare
            label={`${of}: tapped`}
            value={term.point ?? 'behind-throttle'}
            disabled={readOnly}
            options={[
              { value: 'behind-throttle', label: 'at the manifold' },
              { value: 'before-throttle', label: 'at the charge pipe' },
            ]}
            onChoose={(point) => onChange({ ...term, point })}
          />
        </span>
      )}
      {(term.kind === 'panel' || term.kind === 'ecu') && (
        <NameField
          label={`${of}: which`}
          value={term.name}
          readOnly={readOnly}
          onCommit={(name) => onChange({ ...term, name })}
        />
      )}
      <button
        type="button"
        className="grid size-[44px] place-items-center hover:bg-well"
        aria-label={`Remove: ${of}`}
        disabled={readOnly}
        onClick={onRemove}
      >
        <X size={16} aria-hidden />
      </button>
    </span>
  );
}

function NameField({
  label,
  value,
  readOnly,
  onCommit,
}: {
  readonly label: string;
  readonly value: string;
  readonly readOnly: boolean;
  readonly onCommit: (name: string) => void;
}) {
  return (
    <input
      key={value}
      className="field w-[120px]"
      style={{ width: 120 }}
      aria-label={label}
      defaultValue={value}
      maxLength={40}
      disabled={readOnly}
      onBlur={(e) => {
        const name = e.target.value.trim();
        if (name === '') e.target.value = value;
        else if (name !== value) onCommit(name);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}
