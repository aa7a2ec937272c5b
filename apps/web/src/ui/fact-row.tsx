import { Explained } from './explained.tsx';

/** What follows from a part as it stands, in a row of names and figures. */
export function FactRow({ facts }: { readonly facts: readonly (readonly [name: string, value: string])[] }) {
  return (
    <dl className="col-span-full flex flex-wrap gap-x-5 gap-y-1 border-t border-rule pt-2 text-sm">
      {facts.map(([name, value]) => (
        <div key={name} className="flex gap-1.5">
          <dt className="label text-soft">
            <Explained text={name} />
          </dt>
          <dd className="font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
