import { hardest } from '@venula/core/engine';
import { wireSizeName } from '@venula/core/kinds';
import { useMemo } from 'react';
import { useDoc, useOpenJob, useStates } from '../../../job/job-context.ts';
import { LaneFaultNote } from '../../../ui/lane-fault-note.tsx';
import { BENCH, RANK } from '../../../workers/plan-client.ts';
import { useAnswer } from '../../../workers/use-answer.ts';

/** Wire, fuse and relay for one circuit, with the reasons and what was tried before. */
export function SizeCircuitCard({ circuitId }: { readonly circuitId: string }) {
  const doc = useDoc();
  const states = useStates();
  const { edit, readOnly } = useOpenJob();
  const loaded = useMemo(() => hardest(doc, states, circuitId), [doc, states, circuitId]);
  const about = useMemo(() => (loaded ? { doc, loaded } : null), [doc, loaded]);
  const { answer, fresh, fault, again } = useAnswer(
    BENCH,
    'size circuit',
    about,
    async (api, { doc: plan, loaded: at }) => ({ sized: await api.sizeCircuit(plan, at) }),
    RANK.plan,
  );
  if (!loaded) return <p className="text-soft">Its load never runs, so there is nothing to size by.</p>;
  if (fault !== null) return <LaneFaultNote what="No gauge could be worked out" why={fault} again={again} />;
  if (!answer) return <p className="text-soft">Trying every gauge…</p>;
  const { sized } = answer;
  if (!sized)
    return (
      <p className="font-medium">
        No gauge listed works with a fuse that fits. Shorten the run, feed it closer to the battery, or split
        the load over two circuits.
      </p>
    );
  return (
    <div className="grid gap-4" data-testid="circuit-sizing">
      <div>
        <p className="headline text-xl">
          {wireSizeName(sized.size)} copper
          {sized.fuse === null ? '' : `, ${sized.fuse} A fuse`}
          {sized.relay === null ? '' : `, ${sized.relay} A relay`}
        </p>
        <ul className="mt-1 list-disc pl-5 text-sm">
          {sized.reasons.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
        {sized.patch.length === 0 ? (
          <p className="mt-2 text-sm text-soft">The circuit is drawn this way already.</p>
        ) : (
          <button
            type="button"
            className="btn btn-main mt-2"
            disabled={readOnly || !fresh}
            onClick={() => edit(...sized.patch)}
          >
            Take it
          </button>
        )}
      </div>
      <table className="self-start text-sm">
        <caption className="label text-left text-soft">Tried, light to heavy</caption>
        <tbody>
          {sized.tried.map((t) => (
            <tr key={t.size} className="border-b border-rule">
              <th scope="row" className="py-0.5 pr-3 text-left whitespace-nowrap">
                {wireSizeName(t.size)}
              </th>
              <td className="py-0.5">{t.fails ?? 'does it'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
