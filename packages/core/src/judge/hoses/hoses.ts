import { HOSE_KINDS } from '../../kinds/plumbing/run/hoses.ts';
import { elementPath } from '../../edit/paths.ts';
import type { ElementOf } from '../../document/job-document.ts';
import type { Finding, FindingFix } from '../../outcome/finding.ts';
import { both, settled, type FindingRule } from '../context.ts';

const source = 'SAE 100R14, SAE J30, SAE J2260 as commonly quoted; the hose maker decides';

/** May this hose carry this fuel, at this pressure, in this place? */
export const hoseFindings: FindingRule = (context) => {
  const out: Finding[] = [];
  for (const [id, e] of Object.entries(context.doc.plumbing.elements)) {
    if (e.kind === 'run') out.push(...runFindings(id, e, context));
    else if (e.kind === 'filter' && e.media === 'paper' && context.doc.brief.fuel.ethanol > 0.2) {
      out.push({
        code: 'FILTER_MEDIA',
        severity: 'fix',
        stage: 'plumb',
        place: { id, name: e.name },
        title: `${e.name}: paper does not last in ethanol.`,
        dimension: 'fraction',
        value: context.doc.brief.fuel.ethanol,
        limit: 0.2,
        why: {
          text: 'Paper elements swell and shed fibers in high ethanol; glass fiber or steel is wanted.',
          formula: `ethanol ${(context.doc.brief.fuel.ethanol * 100).toFixed(0)} % against 20 %`,
          source: 'common practice',
        },
        fixes: [
          {
            label: 'Use a glass-fiber element',
            patch: [{ op: 'replace', path: elementPath(id, 'media'), value: 'glass-fiber' }],
          },
        ],
      });
    }
  }
  return out;
};

const toPtfe = (id: string): FindingFix => ({
  label: 'Use PTFE hose',
  patch: [{ op: 'replace', path: elementPath(id, 'hose'), value: 'ptfe' }],
});

function runFindings(id: string, run: ElementOf<'run'>, context: Parameters<FindingRule>[0]): Finding[] {
  const out: Finding[] = [];
  const kind = HOSE_KINDS[run.hose];
  const place = { id, name: run.name };
  const ethanol = context.doc.brief.fuel.ethanol;
  if (ethanol > kind.maxEthanol + 1e-9) {
    out.push({
      code: 'HOSE_FUEL',
      severity: 'fix',
      stage: 'parts',
      place,
      title: `${run.name}: ${kind.name.toLowerCase()} is not for ${(ethanol * 100).toFixed(0)} % ethanol.`,
      dimension: 'fraction',
      value: ethanol,
      limit: kind.maxEthanol,
      why: {
        text: `${capital(kind.fuelReason)}.`,
        formula: `ethanol ${(ethanol * 100).toFixed(0)} % against ${(kind.maxEthanol * 100).toFixed(0)} % for this kind`,
        source,
      },
      fixes: [toPtfe(id)],
    });
  }
  if (kind.bores[run.dash] === undefined && run.boreM === undefined) {
    out.push({
      code: 'HOSE_SIZE',
      severity: 'fix',
      stage: 'plumb',
      place,
      title: `${run.name}: ${kind.name.toLowerCase()} does not come in -${run.dash}.`,
      dimension: 'count',
      value: run.dash,
      limit: Number(Object.keys(kind.bores)[0] ?? 0),
      why: {
        text: `It comes in ${Object.keys(kind.bores)
          .map((d) => `-${d}`)
          .join(', ')}. The next bore is used for the sums.`,
        formula: 'size table of the hose kind',
        source,
      },
      fixes: [toPtfe(id)],
    });
  }
  const highest = settled(context)
    .flatMap((s) =>
      s.values.stations.filter((t) => t.elementId === id).map((t) => ({ s, p: Math.max(t.pUp, t.pDown) })),
    )
    .sort((a, b) => b.p - a.p)[0];
  if (highest && highest.p > kind.ratedPa) {
    out.push({
      code: 'HOSE_PRESSURE',
      severity: 'stop',
      stage: 'parts',
      place,
      stateId: highest.s.state.id,
      title: `${run.name} sees ${both('pressure', highest.p)}, above what its hose is rated for.`,
      dimension: 'pressure',
      value: highest.p,
      limit: kind.ratedPa,
      why: {
        text: 'A hose above its working pressure bursts or walks off its end.',
        formula: `${both('pressure', highest.p)} against ${both('pressure', kind.ratedPa)}`,
        source,
      },
      fixes: [toPtfe(id)],
    });
  }
  if (run.zone === 'cabin') {
    out.push({
      code: 'FUEL_IN_CABIN',
      severity: 'stop',
      stage: 'plumb',
      place,
      title: `${run.name} runs through the cabin.`,
      dimension: 'count',
      value: 1,
      limit: 0,
      why: {
        text: 'Never bring fuel into the cabin.',
        formula: 'place of the run',
        source: 'common practice; motorsport rulebooks differ on sheathed hard lines',
      },
      fixes: [
        {
          label: 'Move it under the body',
          patch: [{ op: 'replace', path: elementPath(id, 'zone'), value: 'under-body' }],
        },
      ],
    });
  }
  return out;
}

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
