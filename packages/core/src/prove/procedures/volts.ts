import { isFactoryFed } from '../../document/pump-feed.ts';
import { atMost, within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { solvedAt, type Car } from '../predict.ts';
import { withinSentence } from '../../quantities/text.ts';

/** Share of the way’s own drop that may come on top before it is a bad joint. */
const DROP_MORE = 1.35;
const DROP_LEAST = 0.1;

export const volts: MeasuredProcedure = {
  id: 'volts',
  name: 'Volts, drops and amps',
  intro: 'Each pump running against its pressure, engine off.',
  cautions: ['wiring', 'fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const at = solvedAt(car, 'forced');
  if (!at) return [];
  return at.v.pumps.flatMap((p): Step[] => {
    // A driver module passes on a share of the volts in pulses: a meter at such a pump reads neither this nor the drop.
    if (!p.circuit || isFactoryFed(car.doc, p.id)) return [];
    const sum = (drops: readonly { readonly drop: number }[]) => drops.reduce((v, d) => v + d.drop, 0);
    const [feed, ground] = [sum(p.circuit.feed), sum(p.circuit.ground)];
    const most = (drop: number) => Math.max(drop * DROP_MORE, drop + DROP_LEAST);
    return [
      {
        id: `${p.id}:volts`,
        group: p.name,
        does: `Volts at ${withinSentence(p.name)}, running`,
        how: 'Probe both pump terminals from behind, pump forced, engine off.',
        expects: within('volts', p.volts),
        ifLow:
          'Battery low; a thin or copper-clad wire; relay, fuse or ground joint that drops: read the two drops below. 0.1 V or less: the feed is open.',
        ifHigh: 'Charger on the battery, or the pump draws too little: is it running dry?',
      },
      {
        id: `${p.id}:feed-drop`,
        group: p.name,
        does: 'Drop on the feed: battery + to pump +',
        how: 'One probe on the battery’s + post, one on the pump’s + terminal, running.',
        expects: atMost('volts', feed, most(feed)),
        ifHigh: 'Relay contact, fuse holder, crimp or plug that gets warm; wire too thin for its length.',
      },
      {
        id: `${p.id}:ground-drop`,
        group: p.name,
        does: 'Drop on the ground: pump − to battery −',
        how: 'One probe on the pump’s − terminal, one on the battery’s − post, running.',
        expects: atMost('volts', ground, most(ground)),
        ifHigh: 'Paint or rust under the ground lug; ground strap of the engine or body; shared ground.',
      },
      {
        id: `${p.id}:amps`,
        group: p.name,
        does: `Amps of ${withinSentence(p.name)}`,
        how: 'Clamp meter round the feed, running.',
        expects: within('amps', p.current),
        ifLow: 'Running dry or against little pressure; worn pump; volts low.',
        ifHigh: 'Pressure high, blocked filter or return; pump binding.',
      },
    ];
  });
}
