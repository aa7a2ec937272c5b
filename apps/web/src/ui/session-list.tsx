import { when } from './when.ts';
import type { SessionRow } from '../api/people.ts';
import { Trouble } from './trouble.tsx';

/** A browser in a word or two: “Firefox on Android”. */
function browserOf(agent: string): string {
  const name = ['Edg', 'Firefox', 'Chrome', 'Safari'].find((b) => agent.includes(b));
  const system = ['Android', 'iPad', 'iPhone', 'Windows', 'Mac OS', 'Linux'].find((s) => agent.includes(s));
  return [name === 'Edg' ? 'Edge' : (name ?? 'another program'), system && `on ${system}`]
    .filter(Boolean)
    .join(' ');
}

/** Open sessions: who, where, how, and since when. */
export function SessionList({
  sessions,
  trouble,
  people = false,
  onEnd,
}: {
  readonly sessions: readonly SessionRow[] | undefined;
  readonly trouble: unknown;
  /** Says whose each is. */
  readonly people?: boolean;
  readonly onEnd: (id: string) => void;
}) {
  return (
    <>
      <Trouble of={trouble} />
      <ul className="mt-2 border-b border-rule">
        {sessions?.map((s) => (
          <li
            key={s.id}
            className="flex min-h-[60px] flex-wrap items-center gap-x-4 border-t border-rule py-1.5"
          >
            <p className="min-w-[200px] grow leading-tight">
              <strong>{people ? s.person.name : (s.device ?? browserOf(s.agent))}</strong>
              {s.current && ' (here)'}
              <span className="label block text-sm text-soft">
                {people && `${s.device ?? browserOf(s.agent)} · `}
                by {s.via === 'pin' ? 'PIN' : 'password'} · from {s.address} · since {when(s.createdAt)} ·
                last seen {when(s.seenAt)}
              </span>
            </p>
            {!s.current && (
              <button type="button" className="btn btn-small" onClick={() => onEnd(s.id)}>
                Sign out there
              </button>
            )}
          </li>
        ))}
        {sessions?.length === 0 && (
          <li className="border-t border-rule py-3 text-soft">Nobody is signed in.</li>
        )}
      </ul>
    </>
  );
}
