import { HOSE_KINDS, type HoseKindId } from '@venula/core/kinds';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, tell } from '../../api/client.ts';
import { Choice } from '../../ui/choice.tsx';

interface FoundPart {
  readonly jobId: string;
  readonly number: number;
  readonly title: string;
  readonly partId: string;
  readonly name: string;
  readonly kind: string;
  readonly hose: string | null;
  readonly dash: string | null;
  readonly role: 'feed' | 'return' | null;
}

const ANY = 'any';
const KINDS = [
  ['run', 'hose or tube'],
  ['pump', 'pump'],
  ['filter', 'filter'],
  ['check-valve', 'check valve'],
  ['bypass-regulator', 'bypass regulator'],
  ['blocking-regulator', 'blocking regulator'],
  ['component', 'sensor or other part'],
  ['jet', 'transfer jet'],
] as const;
const SIZES = ['3', '4', '5', '6', '8', '10', '12', '16'] as const;

/** Parts in every open job: which cars have this check valve, every return in -6. */
export function FindParts() {
  const [words, setWords] = useState('');
  const [kind, setKind] = useState<string>(ANY);
  const [dash, setDash] = useState<string>(ANY);
  const [role, setRole] = useState<string>(ANY);
  const wanted = new URLSearchParams({
    ...(words.trim() === '' ? {} : { words: words.trim() }),
    ...(kind === ANY ? {} : { kind }),
    ...(dash === ANY ? {} : { dash }),
    ...(role === ANY ? {} : { role }),
  }).toString();
  // Asked when the typing stops: every letter on its own would search every job of the shop.
  const [asked, setAsked] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setAsked(wanted), 250);
    return () => clearTimeout(timer);
  }, [wanted]);
  const found = useQuery({
    queryKey: ['search', asked],
    queryFn: () => api<{ items: FoundPart[]; more: boolean }>('GET', `/search/parts?${asked}`),
    enabled: asked !== '',
    placeholderData: (before) => before,
  });
  const items = asked === '' ? undefined : found.data?.items;
  return (
    <section aria-label="Parts in all jobs" className="mt-3 border-y-2 border-ink py-3">
      <div className="grid grid-cols-4 gap-3 max-md:grid-cols-1">
        <label className="label text-sm text-soft">
          Called
          <input
            className="field mt-0.5"
            type="search"
            maxLength={80}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </label>
        <Choice
          label="Kind"
          value={kind}
          options={[{ value: ANY, label: 'any' }, ...KINDS.map(([value, label]) => ({ value, label }))]}
          onChoose={setKind}
        />
        <Choice
          label="Size"
          value={dash}
          options={[{ value: ANY, label: 'any' }, ...SIZES.map((d) => ({ value: d, label: `-${d}` }))]}
          onChoose={setDash}
        />
        <Choice
          label="On the"
          value={role}
          options={[
            { value: ANY, label: 'feed or return' },
            { value: 'feed', label: 'feed' },
            { value: 'return', label: 'return' },
          ]}
          onChoose={setRole}
        />
      </div>
      {found.error && (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {tell(found.error)}
        </p>
      )}
      {items && (
        <>
          <p role="status" className="mt-2 font-semibold">
            {found.isPlaceholderData
              ? 'Searching…'
              : items.length === 0
                ? 'No open job has such a part.'
                : `${items.length} ${items.length === 1 ? 'part' : 'parts'}${found.data?.more ? ', and more: ask closer' : ''}`}
          </p>
          <ul className={found.isPlaceholderData ? 'opacity-50' : ''}>
            {items.map((p) => (
              <li key={`${p.jobId} ${p.partId}`} className="border-t border-rule">
                <Link
                  to={`/jobs/${p.jobId}/plumb`}
                  className="flex min-h-[54px] flex-wrap items-center justify-between gap-x-4 py-1 hover:bg-well"
                >
                  <span>
                    <strong className="font-semibold">{p.name}</strong>{' '}
                    <span className="label text-sm text-soft">{detail(p)}</span>
                  </span>
                  <span className="label text-sm">
                    {String(p.number).padStart(4, '0')} {p.title}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

const detail = ({ kind, hose, dash, role }: FoundPart): string =>
  [
    dash ? `-${dash}` : '',
    hose ? (HOSE_KINDS[hose as HoseKindId]?.name ?? hose) : kind.replaceAll('-', ' '),
    role ? `on a ${role}` : '',
  ]
    .filter(Boolean)
    .join(', ');
