import { SHOP_LIMITS, type ShopLimit } from '@venula/core/document';
import { gasLimit, HOLD_POINTS, type HoldPoint } from '@venula/core/prove';
import { roundLimit, UNIT_SYSTEMS, type UnitSystem } from '@venula/core/quantities';
import { useState, type ReactNode } from 'react';
import { ApiError, fieldTrouble } from '../../api/client.ts';
import {
  logoAddress,
  useSaveShop,
  useSetLogo,
  useShop,
  type ShopFace,
  type ShopSettings,
} from '../../api/shop.ts';
import { useSettings } from '../../app/settings.ts';
import { UNIT_WORDS } from '../../app/unit-words.ts';
import { Choice } from '../../ui/choice.tsx';
import { GuardedForm } from '../../ui/guarded.tsx';
import { HoseSoldFields } from '../../ui/hose-sold-fields.tsx';
import { QuantityField } from '../../ui/quantity-field.tsx';
import { TextField } from '../../ui/text-field.tsx';
import { FileButton } from '../../ui/file-button.tsx';
import { Trouble } from '../../ui/trouble.tsx';

/** What is done at each hold point, as the job sheet says it. */
const HOLDS: Readonly<Record<HoldPoint, string>> = {
  tank: 'Closing the tank: stack height, seal, hat to its mark',
  internals: 'Internals of a high-pressure pump',
  marks: 'Counting the paint marks on the joints',
  brakes: 'Bleeding the brakes after a sensor went into a brake line',
};

/** What the shop decides once. */
export function SettingsView() {
  const shop = useShop();
  if (!shop.data) return <Trouble of={shop.error} />;
  return <Settings face={shop.data} />;
}

function Settings({ face }: { readonly face: ShopFace }) {
  const save = useSaveShop();
  const { units } = useSettings();
  // Only what was changed: a logo that is picked, or another lead who saves, takes nothing that is not saved yet.
  const [changes, setChanges] = useState<Partial<ShopSettings>>({});
  // What each was when it was changed here: the server refuses to put something in the place of what nobody here has seen.
  const [seen, setSeen] = useState<Partial<ShopSettings>>({});
  const kept = settingsOf(face);
  const now: ShopSettings = { ...kept, ...changes };
  const set = (more: Partial<ShopSettings>) => {
    setChanges((before) => ({ ...before, ...more }));
    setSeen((before) => ({ ...only(kept, more), ...before }));
  };
  const clear = () => {
    setChanges({});
    setSeen({});
  };
  const send = () =>
    save.mutate(
      { now: changes, was: { ...only(kept, changes), ...seen } },
      { onSuccess: clear, onError: () => setSeen({}) },
    );
  const limit = (key: ShopLimit) => {
    const { label, dimension, min, max, usual } = SHOP_LIMITS[key];
    return (
      <QuantityField
        key={key}
        label={label}
        dimension={dimension}
        value={now.limits[key]}
        range={{ min, max }}
        hint={now.limits[key] === usual ? 'usual' : ''}
        onCommit={(value) => set({ limits: { ...now.limits, [key]: value } })}
      />
    );
  };
  const changed = JSON.stringify(now) !== JSON.stringify(kept);
  const trouble = fieldTrouble(save.error);
  return (
    <GuardedForm className="mt-2" onAct={send}>
      <Block title="On every record and label">
        <div className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
          <TextField
            label={LABELS.name}
            value={now.name}
            min={2}
            max={80}
            onCommit={(name) => set({ name })}
          />
          <TextField
            label={LABELS.address}
            value={now.address}
            max={300}
            rows={3}
            onCommit={(address) => set({ address })}
          />
          <div>
            <TextField
              label={LABELS.labelAddress}
              value={now.labelAddress}
              max={200}
              onCommit={(labelAddress) => set({ labelAddress })}
            />
            <p className="mt-0.5 text-sm text-soft">
              {trouble['now.labelAddress'] ? (
                <span role="alert" className="font-semibold text-stop">
                  Must be a web address, as in https://venula.shop.lan
                </span>
              ) : (
                `Empty: the one the page was opened at (${window.location.origin}).`
              )}
            </p>
          </div>
          <Logo face={face} />
        </div>
      </Block>
      <Block
        title={LABELS.limits}
        how="A job keeps what it was started with, so that its record says what it was judged by; each can be changed in its brief."
      >
        <div className="grid grid-cols-3 gap-4 max-lg:grid-cols-2 max-md:grid-cols-1">
          {(Object.keys(SHOP_LIMITS) as ShopLimit[]).map(limit)}
        </div>
      </Block>
      <Block
        title={LABELS.hoseSold}
        how="The cut list buys the fewest rolls, or the fewest feet. A job can have its own, under Parts, Cut list."
      >
        <HoseSoldFields
          value={now.hoseSold}
          onChange={(change) => set({ hoseSold: { ...now.hoseSold, ...change } })}
        />
      </Block>
      <Block title="Working">
        <div className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
          <Choice<UnitSystem>
            label={LABELS.units}
            value={now.units}
            options={UNIT_SYSTEMS.map((value) => ({ value, label: UNIT_WORDS[value].said }))}
            onChoose={(units) => set({ units })}
          />
          <QuantityField
            label={LABELS.gasLeadPa}
            dimension="pressure"
            value={now.gasLeadPa}
            range={{ min: gasLimit('technician', units), max: gasLimit('lead', units) }}
            hint={`technicians: ${roundLimit('pressure', gasLimit('technician', units), 'most', units)}, always`}
            onCommit={(gasLeadPa) => set({ gasLeadPa })}
          />
        </div>
        <fieldset className="mt-3">
          <legend className="label text-sm text-soft">{LABELS.secondLooks}</legend>
          {HOLD_POINTS.map((point) => (
            <label key={point} className="mt-2 flex min-h-[44px] items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={now.secondLooks.includes(point)}
                onChange={(e) =>
                  set({
                    secondLooks: HOLD_POINTS.filter((p) =>
                      p === point ? e.target.checked : now.secondLooks.includes(p),
                    ),
                  })
                }
              />
              {HOLDS[point]}
            </label>
          ))}
        </fieldset>
      </Block>
      {/* Always there: one that came up as a field is left would take the touch meant for what lies beneath. Down to the
          edge of what scrolls: nothing shows below it. */}
      <div className="sticky -bottom-6 mt-4 border-t-2 border-ink bg-board pt-3 pb-6 max-md:-bottom-4 max-md:pb-4">
        <Trouble of={save.error} />
        {isConflict(save.error) && (
          <p className="mb-2">
            Both of you changed: {bothChanged(save.error).join(', ')}. Yours still stands here; “Leave them as
            they were” shows theirs.
          </p>
        )}
        <button type="submit" className="btn btn-main" disabled={!changed || save.isPending}>
          {save.isPending ? 'Saving…' : 'Save the settings'}
        </button>
        <button
          type="button"
          className="btn ml-2 border-0"
          disabled={!changed}
          onClick={() => {
            clear();
            save.reset();
          }}
        >
          Leave them as they were
        </button>
      </div>
    </GuardedForm>
  );
}

const settingsOf = ({
  name,
  address,
  units,
  limits,
  hoseSold,
  gasLeadPa,
  secondLooks,
  labelAddress,
}: ShopFace) => ({
  name,
  address,
  units,
  limits,
  hoseSold,
  gasLeadPa,
  secondLooks,
  labelAddress,
});

/** What the server names in a conflict, as it is headed here. */
const bothChanged = ({ body }: ApiError): string[] =>
  body.details.map((d) => `“${LABELS[(d as { readonly path: keyof ShopSettings }).path]}”`);

/** Of these settings those that are among others. */
const only = (of: ShopSettings, among: object): Partial<ShopSettings> =>
  Object.fromEntries(Object.entries(of).filter(([key]) => key in among));

const LABELS: Readonly<Record<keyof ShopSettings, string>> = {
  name: 'Name of the shop',
  address: 'Address, for the head of the record',
  labelAddress: 'Address of Venula, for QR codes',
  units: 'Units, until somebody chooses others on a device',
  limits: 'What new jobs are held against',
  hoseSold: 'How hose is bought',
  gasLeadPa: 'Most gas pressure on a line, by a lead',
  secondLooks: 'A job sheet cannot be finished until a second person has looked at',
};

const isConflict = (error: unknown): error is ApiError =>
  error instanceof ApiError && error.body.code === 'SETTINGS_CHANGED';

function Block({
  title,
  how,
  children,
}: {
  readonly title: string;
  readonly how?: string;
  readonly children: ReactNode;
}) {
  return (
    <section className="mt-5">
      <h2 className="headline border-t-2 border-ink pt-2 text-xl">{title}</h2>
      {how && <p className="mb-2 text-sm text-soft">{how}</p>}
      {children}
    </section>
  );
}

function Logo({ face }: { readonly face: ShopFace }) {
  const set = useSetLogo();
  return (
    <div>
      <p className="label mb-0.5 text-sm text-soft">Logo, at the head of the record</p>
      <div className="flex flex-wrap items-center gap-3">
        {face.logoSum && (
          <img src={logoAddress(face.logoSum)} alt="Logo of the shop" className="max-h-[64px] bg-white p-1" />
        )}
        <FileButton
          label={face.logoSum ? 'Another picture' : 'Pick a picture'}
          accept="image/png,image/jpeg,image/webp"
          onFile={set.mutate}
        />
        {face.logoSum && (
          <button type="button" className="btn btn-small" onClick={() => set.mutate(null)}>
            No logo
          </button>
        )}
      </div>
      <Trouble of={set.error} />
    </div>
  );
}
