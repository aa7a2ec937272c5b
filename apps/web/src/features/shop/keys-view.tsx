import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { fieldTrouble } from '../../api/client.ts';
import { useAddKey, useDistrustKey, useReplaceKey, useShopKeys, type ShopKeyRow } from '../../api/keys.ts';
import { FormField, formTexts } from '../../ui/form-field.tsx';
import { Trouble } from '../../ui/trouble.tsx';
import { when } from '../../ui/when.ts';

/** Keys jobs are signed with when they go out as a file, and by which those of other shops are known. */
export function KeysView() {
  const keys = useShopKeys();
  const own = keys.data?.find((k) => k.own && !k.retiredAt);
  const others = keys.data?.filter((k) => !k.own && !k.retiredAt) ?? [];
  const replaced = keys.data?.filter((k) => k.own && k.retiredAt) ?? [];
  return (
    <>
      <p className="mt-4 text-soft">
        Every job that goes out as a file is signed with the shop’s key. Another shop that knows it sees that
        the file is yours and unchanged.
      </p>
      <Trouble of={keys.error} />
      {own && <OwnKey own={own} replaced={replaced} />}
      <h2 className="headline mt-6 border-t-2 border-ink pt-2 text-xl">Keys of other shops</h2>
      <ul aria-label="Keys of other shops">
        {others.map((k) => (
          <OtherKey key={k.fingerprint} of={k} />
        ))}
        {keys.data && others.length === 0 && (
          <li className="border-t border-rule py-3 text-soft">
            None yet. Files of other shops read “signed with a key this shop does not know”.
          </li>
        )}
      </ul>
      <AddKey />
    </>
  );
}

const Fingerprint = ({ of }: { readonly of: string }) => (
  <span className="block text-lg font-semibold break-words select-text">{of}</span>
);

function OwnKey({ own, replaced }: { readonly own: ShopKeyRow; readonly replaced: readonly ShopKeyRow[] }) {
  const replace = useReplaceKey();
  const [asking, setAsking] = useState(false);
  return (
    <section className="mt-4 border-t-2 border-ink py-2">
      <h2 className="headline text-xl">This shop’s key</h2>
      <p className="label mt-1 text-sm text-soft">Fingerprint, to read out to the other shop</p>
      <Fingerprint of={own.fingerprint} />
      <p className="label mt-2 text-sm text-soft">Public key, to send to the other shop</p>
      <span className="block break-all select-text" data-testid="public-key">
        {own.publicKey}
      </span>
      <p className="mt-2 text-sm text-soft">
        Made {when(own.at)}.
        {replaced.length > 0 &&
          ` ${replaced.length === 1 ? 'One earlier key' : `${replaced.length} earlier keys`}: what was signed with ${replaced.length === 1 ? 'it' : 'them'} still reads as this shop’s.`}
      </p>
      {asking ? (
        <div className="mt-2 flex flex-wrap items-center gap-3 border-l-4 border-fix pl-3">
          <p className="w-full">
            Replace it when somebody may have copied the database or a backup. Other shops have to add the new
            key before they know your files again.
          </p>
          <button
            type="button"
            className="btn btn-main"
            disabled={replace.isPending}
            onClick={() => replace.mutate(undefined, { onSuccess: () => setAsking(false) })}
          >
            Replace the key
          </button>
          <button type="button" className="btn" onClick={() => setAsking(false)}>
            Keep it
          </button>
        </div>
      ) : (
        <button type="button" className="btn btn-small mt-2" onClick={() => setAsking(true)}>
          Replace…
        </button>
      )}
      <Trouble of={replace.error} />
    </section>
  );
}

function OtherKey({ of: key }: { readonly of: ShopKeyRow }) {
  const distrust = useDistrustKey();
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-2">
      <div className="min-w-[240px] grow">
        <p className="font-semibold">{key.shop}</p>
        <Fingerprint of={key.fingerprint} />
        <p className="label text-sm text-soft">
          added by {key.author}, {when(key.at)}
        </p>
      </div>
      <button
        type="button"
        className="btn btn-small"
        disabled={distrust.isPending}
        onClick={() => distrust.mutate(key.fingerprint)}
      >
        No longer trust it
      </button>
      <Trouble of={distrust.error} />
    </li>
  );
}

function AddKey() {
  const add = useAddKey();
  const trouble = fieldTrouble(add.error);
  // Of a job that came with it.
  const [params] = useSearchParams();
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3 border-2 border-ink bg-paper p-4"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        const form = e.currentTarget;
        const { publicKey = '', shop = '', fingerprint = '' } = formTexts(form);
        add.mutate({ publicKey, shop, fingerprint }, { onSuccess: () => form.reset() });
      }}
    >
      <p className="w-full">
        Call the shop and let them read out their fingerprint, from their own page of keys. Where it is not
        that of this key, the key is not theirs and is not added.
      </p>
      <div className="w-full max-w-[280px]">
        <FormField label="Shop" name="shop" maxLength={80} autoComplete="off" error={trouble['shop']} />
      </div>
      <div className="w-full max-w-[440px]">
        <FormField
          label="Its public key"
          defaultValue={params.get('key') ?? ''}
          name="publicKey"
          maxLength={60}
          autoComplete="off"
          error={trouble['publicKey']}
        />
      </div>
      <div className="w-full max-w-[440px]">
        <FormField
          label="Fingerprint, as they read it out"
          name="fingerprint"
          maxLength={60}
          autoComplete="off"
          error={trouble['fingerprint']}
        />
      </div>
      <button type="submit" className="btn btn-main" disabled={add.isPending}>
        Add the key
      </button>
      <Trouble of={add.error} />
    </form>
  );
}
