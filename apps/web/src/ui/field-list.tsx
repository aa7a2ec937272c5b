import type { FieldInfo } from '@venula/core/document';
import { Choice } from './choice.tsx';
import { QuantityField } from './quantity-field.tsx';

type NumberKey<V> = { [K in keyof V]-?: V[K] extends number | undefined ? K : never }[keyof V] & string;

interface AskNumber<V> {
  readonly key: NumberKey<V>;
  readonly field: FieldInfo;
  /** Where the place on the page asks for other words. */
  readonly label?: string;
}

interface Option {
  readonly value: string;
  readonly label: string;
}
interface AskChoice<V> {
  readonly key: keyof V & string;
  readonly label: string;
  readonly options: readonly Option[];
}

export type Asked<V> = AskNumber<V> | AskChoice<V>;

/** One choice, its values held to what the thing itself may be. */
export const choice = <V, K extends keyof V & string>(
  key: K,
  label: string,
  options: readonly { readonly value: V[K] & string; readonly label: string }[],
): AskChoice<V> => ({ key, label, options });

/** What is asked for, one field under the other, from a description: nothing is kept here. */
export function FieldList<V extends object>({
  asked,
  values,
  onChange,
}: {
  readonly asked: readonly Asked<V>[];
  readonly values: V;
  /** @param typed the words the changed figure was read from */
  readonly onChange: (values: V, typed: string) => void;
}) {
  return asked.map((ask) =>
    'field' in ask ? (
      <QuantityField
        key={ask.key}
        label={ask.label ?? ask.field.label}
        dimension={ask.field.dimension}
        value={values[ask.key] as number | undefined}
        absent={ask.field.absent}
        range={ask.field}
        onCommit={(value, typed) => onChange({ ...values, [ask.key]: value }, typed)}
      />
    ) : (
      <Choice
        key={ask.key}
        label={ask.label}
        value={values[ask.key] as string}
        options={ask.options}
        onChoose={(value) => onChange({ ...values, [ask.key]: value }, '')}
      />
    ),
  );
}
