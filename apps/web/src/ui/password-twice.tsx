import { FormField } from './form-field.tsx';

/** A password somebody chooses: typed twice, since nobody sees it. */
export function PasswordTwice({
  error,
  unlike,
}: {
  readonly error: string | undefined;
  /** The two were not the same. */
  readonly unlike: boolean;
}) {
  return (
    <>
      <FormField
        label="A password of your own"
        name="password"
        type="password"
        autoComplete="new-password"
        maxLength={128}
        error={error}
        hint="12 characters or more: three or four words that do not belong together"
      />
      <FormField
        label="The same again"
        name="again"
        type="password"
        autoComplete="new-password"
        maxLength={128}
        error={unlike ? 'is not the same' : undefined}
      />
    </>
  );
}
