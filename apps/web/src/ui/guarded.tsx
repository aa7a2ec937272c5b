import type { ComponentProps, MouseEvent } from 'react';

/** The first field in a place whose text is not understood. */
const firstInvalid = (within: HTMLElement | null): HTMLElement | null =>
  within?.querySelector<HTMLElement>('[aria-invalid="true"]') ?? null;

/** A form that acts only when every field in it is understood; else the first that is not gets the focus. */
export function GuardedForm({
  onAct,
  ...rest
}: Omit<ComponentProps<'form'>, 'onSubmit'> & { readonly onAct: () => void }) {
  return (
    <form
      {...rest}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        const invalid = firstInvalid(e.currentTarget);
        if (invalid) invalid.focus();
        else onAct();
      }}
    />
  );
}

/** The same for a button in a dialog. */
export const guarded =
  (act: () => void) =>
  (e: MouseEvent<HTMLElement>): void => {
    const invalid = firstInvalid(e.currentTarget.closest<HTMLElement>('[role="dialog"]'));
    if (invalid) invalid.focus();
    else act();
  };
