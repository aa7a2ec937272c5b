import type { WireEnd } from '@venula/core/document';
import { terminalWord } from '@venula/core/edit';
import { wireListCsv, wiringNetlist } from '@venula/core/formats';
import { allOn } from '@venula/core/harness';
import { wireSizeName } from '@venula/core/kinds';
import { Download } from 'lucide-react';
import { useFormat } from '../../../app/settings.ts';
import { useDoc, useOpenJob } from '../../../job/job-context.ts';
import { LaneFaultNote } from '../../../ui/lane-fault-note.tsx';
import { saveFile } from '../../../ui/save-file.ts';
import { WireSwatch } from '../../../ui/wire-colors.tsx';
import { sayInputs } from '@venula/core/say';
import { BENCH, RANK } from '../../../workers/plan-client.ts';
import { useAnswer } from '../../../workers/use-answer.ts';
import { PrintButton } from '../../../job/print-button.tsx';

const JOINTS = { crimp: 'crimp', 'crimp-solder': 'crimp, then solder', solder: 'solder' } as const;
const endWords = (e: WireEnd): string =>
  `${e.terminal}, ${JOINTS[e.joint]}${e.shrink ? ', heat shrink' : ''}`;

/** The wiring sheet: drawing, wire list, pins, truth table and labels on one page to print. */
export function SheetView() {
  const doc = useDoc();
  const { number } = useOpenJob();
  const format = useFormat();
  const { answer, fault, again } = useAnswer(BENCH, 'sheet', doc, (api, d) => api.wiringPage(d), RANK.plan);
  if (fault !== null)
    return <LaneFaultNote what="The wiring sheet could not be made" why={fault} again={again} />;
  if (!answer) return <p className="text-soft">Making the sheet…</p>;
  const { sheet, svg, rows } = answer;
  const file = `${String(number).padStart(4, '0')} ${doc.title}`;
  return (
    <>
      <div className="no-print mb-3 flex flex-wrap gap-2">
        <PrintButton label="Print the sheet" main />
        <button
          type="button"
          className="btn"
          onClick={() => saveFile(`${file} wires.csv`, 'text/csv', wireListCsv(doc))}
        >
          <Download size={18} aria-hidden /> Wire list (CSV)
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => saveFile(`${file} wiring.svg`, 'image/svg+xml', svg)}
        >
          <Download size={18} aria-hidden /> Drawing (SVG)
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => saveFile(`${file} wiring.cir`, 'text/plain', wiringNetlist(doc, allOn(doc)))}
          title="All inputs on, crash switch at rest"
        >
          <Download size={18} aria-hidden /> Netlist (SPICE)
        </button>
      </div>
      <article
        className="border-2 border-ink bg-paper p-5 text-sm print:border-0 print:p-0"
        data-testid="wiring-sheet"
      >
        <header className="mb-2 flex items-end justify-between border-b-4 border-ink pb-1">
          <div>
            <p className="label text-soft">Wiring sheet</p>
            <h2 className="headline text-2xl">{file}</h2>
          </div>
          <p className="label text-right text-soft">{doc.vehicle.description}</p>
        </header>
        <img
          className="w-full bg-white"
          alt="Wiring drawing; the wire list holds the same"
          src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
        />
        <h3 className="headline mt-3 border-b-2 border-ink text-base">Wires</h3>
        <table className="w-full">
          <thead>
            <tr className="label border-b border-ink text-soft">
              {['Label', 'Wire', 'Color', 'Size', 'Cut', 'One end', 'Other end'].map((h) => (
                <th key={h} scope="col" className="py-0.5 pr-2 text-left font-semibold">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.wires.map((w) => (
              <tr key={w.id} className="border-b border-rule align-top">
                <td className="py-0.5 pr-2 font-bold">{w.label}</td>
                <th scope="row" className="py-0.5 pr-2 text-left font-medium">
                  {w.name}
                </th>
                <td className="py-0.5 pr-2 whitespace-nowrap">
                  <WireSwatch color={w.color} /> {w.color || 'any'}
                </td>
                <td className="py-0.5 pr-2 whitespace-nowrap">
                  {wireSizeName(w.size)}
                  {w.conductor === 'copper-clad' ? ' copper-clad' : ''}
                </td>
                <td className="py-0.5 pr-2 whitespace-nowrap">{format('length', w.lengthM)}</td>
                <td className="py-0.5 pr-2">
                  {w.fromName} <span className="text-soft">({endWords(w.fromEnd)})</span>
                </td>
                <td className="py-0.5">
                  {w.toName} <span className="text-soft">({endWords(w.toEnd)})</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <h3 className="headline mt-3 border-b-2 border-ink text-base">Pins</h3>
        <div className="columns-2 gap-6 pt-1">
          {sheet.pins.map((t) => (
            <section key={t.id} className="mb-2 break-inside-avoid">
              <h4 className="font-bold">{t.name}</h4>
              <table className="w-full">
                <tbody>
                  {t.pins.map((p) => (
                    <tr key={p.pin} className="border-b border-rule">
                      <th scope="row" className="w-[70px] py-0.5 text-left">
                        {terminalWord(p.pin)}
                      </th>
                      <td className="w-[70px] py-0.5">{p.wires.join(' ')}</td>
                      <td className="py-0.5">{p.goesTo}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          ))}
        </div>
        {sheet.hoses.length > 0 && (
          <>
            <h3 className="headline mt-3 border-b-2 border-ink text-base">Vacuum and boost lines</h3>
            <ul className="pt-1">
              {sheet.hoses.map((h) => (
                <li key={h.name}>
                  <strong>{h.name}:</strong> {h.tapped}
                </li>
              ))}
            </ul>
          </>
        )}
        <h3 className="headline mt-3 border-b-2 border-ink text-base">Truth table for the dry test</h3>
        <table className="w-full">
          <thead>
            <tr className="label border-b border-ink text-soft">
              <th scope="col" className="py-0.5 pr-2 text-left font-semibold">
                Set
              </th>
              {rows[0]?.loads.map((l) => (
                <th key={l.id} scope="col" className="py-0.5 pr-2 text-left font-semibold">
                  {l.name}
                </th>
              ))}
              <th scope="col" className="py-0.5 text-left font-semibold">
                OK?
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className="border-b border-rule">
                <th scope="row" className="py-0.5 pr-2 text-left font-medium">
                  {sayInputs(r.inputs, format)}
                </th>
                {r.loads.map((l) => (
                  <td key={l.id} className="py-0.5 pr-2">
                    {l.wanted ? `runs, ${format('volts', l.volts, 1)}` : 'off'}
                  </td>
                ))}
                <td className="w-[90px] py-0.5">
                  <span className="inline-block h-4 w-4 border border-ink" aria-hidden />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <h3 className="headline mt-3 border-b-2 border-ink text-base">Labels</h3>
        <ul className="grid grid-cols-3 gap-2 pt-1 max-md:grid-cols-1">
          {sheet.wires
            .flatMap((w) => [w.fromLabel, w.toLabel])
            .map((text) => (
              <li key={text} className="border border-ink px-1.5 py-0.5 text-xs font-semibold">
                {text}
              </li>
            ))}
        </ul>
        <p className="mt-3 border-t-2 border-ink pt-1">
          Disconnect the battery before working on a feed. A fuse protects the wire: never bridge it. Wiring
          diagrams differ by market: check before cutting. Local law, makers’ instructions and licensed trades
          take precedence.
        </p>
      </article>
    </>
  );
}
