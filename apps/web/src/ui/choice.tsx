import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { useId, useState } from 'react';
import { LabelledField } from './explained.tsx';

export interface ChoiceProps<T extends string | number> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly disabled?: boolean;
  readonly bare?: boolean;
  readonly onChoose: (value: T) => void;
}

/** The list has no empty value of its own. */
const NONE = 'none of them';
const keyOf = (value: string | number): string => (value === '' ? NONE : String(value));

/**
 * One of several. What is chosen wraps and is read whole; the list is as wide as its longest line and each line as high as a
 * thumb. On the keyboard: Enter or an arrow opens it, letters find a line.
 */
export function Choice<T extends string | number>({
  label,
  value,
  options,
  disabled = false,
  bare,
  onChoose,
}: ChoiceProps<T>) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const now = options.find((o) => o.value === value);
  return (
    <div className="min-w-0">
      <LabelledField htmlFor={id} text={label} bare={bare}>
        <Select.Root
          value={keyOf(value)}
          disabled={disabled}
          open={open}
          onOpenChange={setOpen}
          onValueChange={(key) => {
            const chosen = options.find((o) => keyOf(o.value) === key);
            if (chosen) onChoose(chosen.value);
          }}
        >
          <Select.Trigger
            id={id}
            className="field flex items-center justify-between gap-1.5 py-1 text-left leading-tight"
          >
            <span className="min-w-0 grow [overflow-wrap:anywhere]">
              <Select.Value>{now?.label ?? String(value)}</Select.Value>
            </span>
            {!disabled && <ChevronDown size={16} className="shrink-0 text-soft" aria-hidden />}
          </Select.Trigger>
          {open && (
            <Select.Portal>
              <Select.Content
                position="popper"
                sideOffset={4}
                collisionPadding={8}
                className="z-50 max-h-[var(--radix-select-content-available-height)] max-w-[var(--radix-select-content-available-width)] min-w-[var(--radix-select-trigger-width)] overflow-hidden border-2 border-ink bg-paper"
              >
                <Select.Viewport className="max-h-[var(--radix-select-content-available-height)]">
                  {options.map((o) => (
                    <Select.Item
                      key={keyOf(o.value)}
                      value={keyOf(o.value)}
                      className="flex min-h-[44px] cursor-pointer items-center gap-2 px-3 py-1 leading-tight outline-none select-none data-[highlighted]:bg-mark/40"
                    >
                      <span className="w-4 shrink-0">
                        <Select.ItemIndicator>
                          <Check size={16} aria-hidden />
                        </Select.ItemIndicator>
                      </span>
                      <Select.ItemText>{o.label}</Select.ItemText>
                    </Select.Item>
                  ))}
                </Select.Viewport>
              </Select.Content>
            </Select.Portal>
          )}
        </Select.Root>
      </LabelledField>
    </div>
  );
}
