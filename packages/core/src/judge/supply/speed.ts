import { fullSpeedAt, type SpeedMap } from '../../demand/speed-map.ts';
import type { ElementOf } from '../../document/job-document.ts';
import { Engine } from '../../engine/engine.ts';
import { otherwise } from '../../engine/parameters.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingContext, type FindingRule } from '../context.ts';

export type SpeedLags = Found<
  'SPEED_LAGS',
  {
    readonly command: number;
    readonly rpm: number;
    readonly boost: number;
    readonly fullVolts: number;
    /** Boost at which it asks for full speed, Pa; null: never. */
    readonly fullAt: number | null;
  }
>;

/** A speed controller: does the pump turn fast enough, early enough? */
export const speedRule: FindingRule<SpeedLags> = (context) =>
  Object.entries(context.doc.plumbing.elements).flatMap(([id, e]) =>
    e.kind === 'pump' && e.speed ? lags(context, id, e, e.speed) : [],
  );

function lags(context: FindingContext, id: string, pump: ElementOf<'pump'>, map: SpeedMap): SpeedLags[] {
  const { doc } = context;
  const asked = doc.brief.designMargin;
  const short = settled(context).filter(
    (s) => s.state.kind === 'pull' && s.values.margin !== null && s.values.margin < asked,
  );
  if (short.length === 0) return [];
  const full = new Engine(doc, otherwise({ uncontrolled: [id] }));
  const late = short
    .flatMap((s) => {
      const command = s.values.pumps.find((p) => p.id === id)?.command ?? 1;
      const best = command < 0.999 ? full.available(s.state) : null;
      return best && best.flow / s.state.draw - 1 > s.values.margin! + 0.01 ? [{ s, command }] : [];
    })
    .sort((a, b) => a.s.values.margin! - b.s.values.margin!)[0];
  if (!late) return [];
  const { s, command } = late;
  const at = fullSpeedAt(map);
  return [
    {
      code: 'SPEED_LAGS',
      severity: s.values.margin! < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: pump.name },
      stateId: s.state.id,
      dimension: 'fraction',
      value: s.values.margin!,
      limit: asked,
      figures: {
        command,
        rpm: s.state.rpm,
        boost: s.state.manifold,
        fullVolts: map.fullV,
        fullAt: Number.isFinite(at) ? at : null,
      },
    },
  ];
}
