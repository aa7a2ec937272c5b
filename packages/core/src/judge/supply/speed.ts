import { fullSpeedAt, type SpeedMap } from '../../demand/speed-map.ts';
import { elementPath, withElement } from '../../edit/paths.ts';
import type { ElementOf } from '../../document/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { CoupledSolver } from '../../engine/engine.ts';
import { both, settled, type FindingContext, type FindingRule } from '../context.ts';

/** A speed controller: does the pump turn fast enough, early enough? */
export const speedFindings: FindingRule = (context) =>
  Object.entries(context.doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'pump' && e.speed ? lags(context, id, e, e.speed) : [],
  );

function lags(
  { doc, ...context }: FindingContext,
  id: string,
  pump: ElementOf<'pump'>,
  map: SpeedMap,
): Finding[] {
  const asked = doc.brief.designMargin;
  const { speed: _map, ...uncontrolled } = pump;
  const full = new CoupledSolver(withElement(doc, id, uncontrolled));
  const late = settled({ doc, ...context })
    .filter((s) => s.state.kind === 'pull' && s.values.margin !== null && s.values.margin < asked)
    .flatMap((s) => {
      const command = s.values.pumps.find((p) => p.id === id)?.command ?? 1;
      const best = command < 0.999 ? full.available(s.state) : null;
      return best && best.flow / s.state.draw - 1 > s.values.margin! + 0.01 ? [{ s, command, best }] : [];
    })
    .sort((a, b) => a.s.values.margin! - b.s.values.margin!)[0];
  if (!late) return [];
  const { s, command } = late;
  const at = fullSpeedAt(map);
  // Full speed at nine tenths of the boost where it ran short.
  const wanted = Math.max(map.sensorLowPa, s.state.manifold * 0.9);
  const volts =
    map.sensorLowV +
    ((wanted - map.sensorLowPa) / (map.sensorHighPa - map.sensorLowPa)) * (map.sensorHighV - map.sensorLowV);
  const fullV = Math.floor(volts * 20) / 20;
  return [
    {
      code: 'SPEED_LAGS',
      severity: s.values.margin! < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { id, name: pump.name },
      stateId: s.state.id,
      title: `${pump.name} is asked for only ${(command * 100).toFixed(0)} % speed at ${s.state.rpm.toFixed(0)} rpm; ${(s.values.margin! * 100).toFixed(0)} % in hand there.`,
      dimension: 'fraction',
      value: s.values.margin!,
      limit: asked,
      why: {
        text: 'The controller must ask for full speed before the demand peaks.',
        formula: Number.isFinite(at)
          ? `full speed at ${map.fullV} V is ${both('pressure', at)}; the pull is at ${both('pressure', s.state.manifold)} here`
          : `the sender never reaches the ${map.fullV} V that full speed asks for`,
        source: 'controller map and joint solve at the speed it asks for',
      },
      fixes:
        fullV > map.lowV + 0.05 && fullV < map.fullV
          ? [
              {
                label: `Ask for full speed at ${fullV.toFixed(2)} V`,
                patch: [{ op: 'replace', path: elementPath(id, 'speed'), value: { ...map, fullV } }],
              },
            ]
          : [],
    },
  ];
}
