/** Something that is worked out beside the page failed: what, why, and a way on. */
export function LaneFaultNote({
  what,
  why,
  again,
}: {
  readonly what: string;
  readonly why: string;
  readonly again: () => void;
}) {
  return (
    <p role="alert" className="my-2 border-l-4 border-stop bg-well p-3">
      <strong className="text-stop">{what}.</strong> What you entered is kept.{' '}
      <span className="text-soft">({why})</span>{' '}
      <button type="button" className="btn btn-small" onClick={again}>
        Try again
      </button>
    </p>
  );
}
