import { isUs, UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { useState } from 'react';
import { fieldTrouble } from '../../api/client.ts';
import type { OwnShop } from '../../api/types.ts';
import { UNIT_WORDS } from '../../app/unit-words.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { PasswordTwice } from '../../ui/password-twice.tsx';
import { Trouble } from '../../ui/trouble.tsx';

/** A shop of one’s own: its name, its units, and its first lead. */
export function OwnShopForm({
  use,
  busy,
  error,
  children,
  onStart,
}: {
  /** What is written on the button. */
  readonly use: string;
  readonly busy: boolean;
  readonly error: unknown;
  /** What else is asked, before the rest. */
  readonly children?: React.ReactNode;
  readonly onStart: (own: OwnShop, texts: Readonly<Record<string, string>>) => void;
}) {
  const [units, setUnits] = useState<UnitSystem>('us');
  const [unlike, setUnlike] = useState(false);
  const trouble = fieldTrouble(error);
  return (
    <form
      className="flex flex-col gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        const texts = formTexts(e.currentTarget);
        const { shop = '', name = '', login = '', password = '', again } = texts;
        const different = password !== again;
        setUnlike(different);
        if (!different) onStart({ shop, units, name, login, password }, texts);
      }}
    >
      {children}
      <FormField
        label="Name of the shop"
        name="shop"
        maxLength={80}
        error={trouble['shop']}
        hint="stands on every record and label"
      />
      <fieldset>
        <legend className="label text-sm text-soft">
          Units to start with; each device can choose its own
        </legend>
        <div className="flex flex-wrap gap-x-4">
          {UNIT_SYSTEMS.map((u) => (
            <label key={u} className="flex min-h-[44px] items-center gap-2">
              <input
                type="radio"
                className="size-5"
                name="units"
                checked={units === u}
                onChange={() => setUnits(u)}
              />
              {UNIT_WORDS[u].said}
            </label>
          ))}
        </div>
        <p className="text-sm text-soft">{isUs(units) ? 'psi, ft and in, °F' : 'kPa, m, °C'}</p>
      </fieldset>
      <FormField
        label="Your name, as you sign"
        name="name"
        maxLength={80}
        autoComplete="name"
        error={trouble['name']}
        hint="you are the first lead: you add the others"
      />
      <FormField
        label="Your sign-in name"
        name="login"
        maxLength={40}
        autoComplete="username"
        autoCapitalize="none"
        error={trouble['login']}
        hint="short, lower case, as in vera"
      />
      <PasswordTwice error={trouble['password']} unlike={unlike} />
      <Trouble of={error} />
      <button type="submit" className="btn btn-main" style={{ minHeight: 56 }} disabled={busy}>
        {busy ? 'Opening the shop…' : use}
      </button>
    </form>
  );
}
