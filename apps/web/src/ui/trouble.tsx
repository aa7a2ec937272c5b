import { tell } from '../api/client.ts';

/** What went wrong with what was just asked for, and what to do. */
export function Trouble({ of }: { readonly of: unknown }) {
  if (!of) return null;
  return (
    <p role="alert" className="my-2 border-l-4 border-stop bg-well p-3 font-semibold">
      {tell(of)}
    </p>
  );
}
