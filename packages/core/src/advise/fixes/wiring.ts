import type { SegmentOf } from '../../document/job-document.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import { freeId } from '../../edit/path.ts';
import { segmentPath, withCircuit } from '../../edit/paths.ts';
import { KEEP_AWAY } from '../../fit/keep-away.ts';
import { segmentsOf, wayOf, wireAmpacity } from '../../engine/electric/circuits.ts';
import { hardest, type Loaded } from '../../engine/electric/electric-load.ts';
import { ownWires, samePiece, weakestWire, wiresBehind } from '../../engine/electric/fused-wires.ts';
import type { ContactLoaded, TerminalSmall } from '../../judge/wiring/contacts.ts';
import type { CrankFeedDrops, StarterCable } from '../../judge/wiring/budget.ts';
import type { SenderHeat } from '../../judge/wiring/sender-heat.ts';
import type { SenderRange } from '../../judge/wiring/senders.ts';
import { fuseLoads, type FuseFound, type NoFuse } from '../../judge/wiring/fuses.ts';
import type { JointDrop } from '../../judge/wiring/joints.ts';
import type { CopperClad, WireDrop, WireOverloaded } from '../../judge/wiring/wires.ts';
import { chooseFuse, FUSE_CONTINUOUS_SHARE } from '../../kinds/wiring/fuse/fuse.ts';
import { segmentKind } from '../../kinds/wiring/index.ts';
import { CONTROLLER_RATINGS } from '../../kinds/wiring/pump-controller/index.ts';
import { RELAY_RATINGS, relayTakes } from '../../kinds/wiring/relay/index.ts';
import { familyOf, wireResistance, wireSection, wireSizeName } from '../../kinds/wiring/wire/wire.ts';
import type { TapLost } from '../../judge/wiring/taps.ts';
import type { Fix, PatchOperation } from '../../outcome/finding.ts';
import type { FixAction } from '../../outcome/fix.ts';
import { inOneSize, sizeCircuit, type CircuitSizing } from '../size-circuit.ts';
import type { FixContext, FixMaker } from './context.ts';

const loadsOf = ({ doc, states }: FixContext): Loaded[] =>
  Object.keys(doc.wiring.circuits).flatMap((id) => hardest(doc, states, id) ?? []);

const set = (circuitId: string, id: string, field: string, value: unknown): PatchOperation => ({
  op: 'replace',
  path: segmentPath(circuitId, id, field),
  value,
});

/** Copper in one size for the whole circuit: the smallest that does, with the fuse and relay it asks for. */
export const copperFixes: FixMaker<CopperClad> = ({ place }, context) => {
  const circuitId = place.within!;
  const wires = ownWires(context.doc, circuitId);
  const loaded = loadsOf(context).find((l) => l.circuitId === circuitId);
  const sized = loaded && sizeCircuit(context.doc, loaded);
  if (sized) return [{ does: plusRelay(wiresOf(sized, loaded), sized, loaded), patch: sized.patch }];
  const heaviest = wires.map((w) => w.segment.size).sort((x, y) => wireSection(y) - wireSection(x))[0];
  return heaviest === undefined
    ? []
    : [
        {
          does: { act: 'circuit-wires', size: wireSizeName(heaviest) },
          patch: inOneSize(context.doc, circuitId, heaviest),
        },
      ];
};

/** On a piece that is still there, the fuse before all others; or on its own. */
export const tapFixes: FixMaker<TapLost> = ({ place, figures: { side } }, { doc }) => {
  const path = `/wiring/circuits/${place.id}/${side}`;
  const tap = doc.wiring.circuits[place.id]?.[side];
  const other = tap && doc.wiring.circuits[tap.circuitId];
  const feed = side === 'feedFrom';
  const row = other ? segmentsOf(other, feed ? 'feed' : 'ground') : [];
  const piece = row.find((s) => s.segment.kind === 'fuse') ?? row[0];
  const again: Fix[] =
    other && piece
      ? [
          {
            does: { act: feed ? 'tap-behind' : 'tap-at', circuit: other.name, piece: piece.segment.name },
            patch: [{ op: 'replace', path: `${path}/after`, value: piece.id }],
          },
        ]
      : [];
  return [...again, { does: { act: feed ? 'own-supply' : 'own-ground' }, patch: [{ op: 'remove', path }] }];
};

/** The next cable that loses no more than good ones do. */
export const starterFixes: FixMaker<StarterCable> = ({ limit, figures: f }, { doc }) => {
  const { starterCable: present, engineBayK } = doc.brief.electrical;
  if (present === undefined) return [];
  const next = familyOf(present).find(
    (size) => f.amps * f.length * wireResistance(size, 'copper', engineBayK) <= limit,
  );
  if (!next) return [];
  return [
    {
      does: { act: 'gauge', size: wireSizeName(next), copper: true },
      patch: [{ op: 'replace', path: '/brief/electrical/starterCable', value: next }],
    },
  ];
};

export const crankFeedFixes: FixMaker<CrankFeedDrops> = () => [
  {
    does: { act: 'live-in-crank' },
    patch: [{ op: 'replace', path: '/brief/electrical/ignitionInCrank', value: 'holds' }],
  },
];

/** The usual sender for fuel, 0–150 psi, where it covers what is asked. */
const USUAL_RANGE = 1.034e6;

export const senderFixes: FixMaker<SenderRange> = ({ value, place }) =>
  value <= USUAL_RANGE
    ? [
        {
          does: { act: 'sender-in-range' },
          patch: [
            { op: 'replace', path: `/wiring/loads/${place.id}/lowPa`, value: 0 },
            { op: 'replace', path: `/wiring/loads/${place.id}/highPa`, value: USUAL_RANGE },
          ],
        },
      ]
    : [];

export const senderHeatFixes: FixMaker<SenderHeat> = ({ value, place, figures }) =>
  !figures.shielded && value >= KEEP_AWAY.hot.sleeved
    ? [
        {
          does: { act: 'shield' },
          patch: [{ op: 'add', path: `/wiring/loads/${place.id}/shielded`, value: true }],
        },
      ]
    : [];

/** The relay it asks for, where that is another than is there. */
function newRelay({ relay }: CircuitSizing, { circuit }: Loaded): number | null {
  const present = Object.values(circuit.segments).find((s) => s.kind === 'relay');
  return present && relay !== present.ratingA ? relay : null;
}

/** A change of wire that asks for another relay says so. */
function plusRelay(does: FixAction, sized: CircuitSizing, loaded: Loaded): FixAction {
  const amps = newRelay(sized, loaded);
  return amps === null ? does : { act: 'several', steps: [does, { act: 'fit-relay', amps }] };
}

/** The wires of a circuit, with the fuse where it becomes another one. */
function wiresOf(sized: CircuitSizing, { circuit }: Loaded): FixAction {
  const size = wireSizeName(sized.size);
  const fuse = Object.values(circuit.segments).find((s) => s.kind === 'fuse');
  return fuse && sized.fuse !== null && sized.fuse !== fuse.ratingA
    ? { act: 'wires-and-fuse', size: `${size} copper`, amps: sized.fuse, add: false }
    : { act: 'circuit-wires', size };
}

/**
 * Its bad joints made sound; or one gauge for the whole circuit, in copper, the smallest that does; or both where neither is
 * enough, the gauge chosen with the joints sound. What is merely a note gets no fix that needs another relay.
 */
export const dropFixes: FixMaker<WireDrop> = ({ place, value: lost, limit, severity }, context) => {
  const { doc } = context;
  const loaded = loadsOf(context).find((l) => l.circuitId === place.id);
  if (!loaded) return [];
  const joints = badJoints(loaded);
  const saved = joints.reduce((volts, j) => volts + j.saves, 0);
  const mended = joints.flatMap((j) => j.fix.patch);
  const mend: Fix | null =
    joints.length > 0 ? { does: steps(joints.map((j) => j.fix.does)), patch: mended } : null;
  const wires = (of: JobDocument): Fix | null => {
    const good = sizeCircuit(of, loaded);
    // Rather a lighter wire that clears it than one that wants another relay as well.
    const light = good && newRelay(good, loaded) ? sizeCircuit(of, loaded, limit - FOR_SURE) : null;
    const sized = light && !newRelay(light, loaded) ? light : good;
    if (!sized || sized.lost > limit) return null;
    // The fuse may stay: heavier wire is protected by it as well.
    const patch = sized.patch.filter((p) => !fusePaths(loaded).includes(p.path));
    const does = plusRelay(wiresOf({ ...sized, fuse: null }, loaded), sized, loaded);
    return patch.length === 0 || (severity === 'note' && does.act === 'several') ? null : { does, patch };
  };
  const only = wires(doc);
  const alone = [
    ...(mend && lost - saved <= limit - FOR_SURE ? [mend] : []),
    // With a joint that is bad no heavier wire and relay make up for it.
    ...(only && !(mend && only.does.act === 'several') ? [only] : []),
  ];
  if (alone.length > 0 || !mend) return alone;
  const sound = applyPatch(doc, mended);
  const gauge = sound.ok ? wires(sound.value) : null;
  return gauge
    ? [{ does: steps([...flat(mend.does), ...flat(gauge.does)]), patch: [...mended, ...gauge.patch] }]
    : [];
};

const fusePaths = ({ circuit: { segments }, circuitId }: Loaded): string[] =>
  Object.keys(segments).flatMap((id) =>
    segments[id]!.kind === 'fuse' ? [segmentPath(circuitId, id, 'ratingA')] : [],
  );
const flat = (does: FixAction): readonly FixAction[] => (does.act === 'several' ? does.steps : [does]);
const steps = (all: readonly FixAction[]): FixAction =>
  all.length === 1 ? all[0]! : { act: 'several', steps: all };

/** What is saved at a joint comes out a little less: the pump takes more at its better volts, V. */
const FOR_SURE = 0.03;

/** Joints of a circuit that are worse than sound ones, and the volts each wastes. */
function badJoints({
  circuit,
  circuitId,
  solution,
}: Loaded): { readonly fix: Fix; readonly saves: number }[] {
  return [...solution.feed, ...solution.ground].flatMap((d) => {
    const joint = d.circuitId === circuitId ? circuit.segments[d.id] : undefined;
    const meets = joint && segmentKind(joint).meets;
    if (meets?.as !== 'joint' || !meets.sound || d.ohms <= meets.sound.ohms) return [];
    const { mend, field, ohms } = meets.sound;
    const fix: Fix = { does: { act: 'mend-joint', words: mend }, patch: [set(circuitId, d.id, field, ohms)] };
    return [{ fix, saves: (d.ohms - ohms) * d.amps }];
  });
}

/** Insulation vehicle wire is sold with, K: cross-linked 125 and 150 °C, silicone 200 °C. */
const INSULATIONS = [398.15, 423.15, 473.15] as const;

export const overloadedFixes: FixMaker<WireOverloaded> = ({ place, value: carried, figures }, { doc }) => {
  const wire = doc.wiring.circuits[place.within!]?.segments[place.id];
  if (wire?.kind !== 'wire') return [];
  if (figures.tooHot) {
    const better = INSULATIONS.find((insulationK) => {
      const good = wireAmpacity(doc, { ...wire, insulationK });
      return good > 0 && good >= carried;
    });
    return better === undefined
      ? []
      : [
          {
            does: { act: 'insulation', kelvin: better },
            patch: [set(place.within!, place.id, 'insulationK', better)],
          },
        ];
  }
  const next = familyOf(wire.size).find((size) => wireAmpacity(doc, { ...wire, size }) >= carried);
  if (!next) return [];
  return [
    {
      does: { act: 'gauge', size: wireSizeName(next), copper: false },
      patch: [set(place.within!, place.id, 'size', next)],
    },
  ];
};

export const contactFixes: FixMaker<ContactLoaded> = ({ code, place, value: amps }) => {
  if (code === 'PIN_LOADED')
    return [
      {
        does: { act: 'fit-studs' },
        patch: [{ op: 'remove', path: segmentPath(place.within!, place.id, 'pinA') }],
      },
    ];
  const relay = code === 'RELAY_LOADED';
  if (!relay && code !== 'CONTROLLER_LOADED') return [];
  const rating = relay
    ? RELAY_RATINGS.find((r) => amps <= FUSE_CONTINUOUS_SHARE * r)
    : CONTROLLER_RATINGS.find((r) => amps <= r);
  if (rating === undefined) return [];
  return [
    {
      does: { act: relay ? 'fit-relay' : 'fit-controller', amps: rating },
      patch: [set(place.within!, place.id, 'ratingA', rating)],
    },
  ];
};

/** The smallest relay with terminals for that wire. */
export const terminalFixes: FixMaker<TerminalSmall> = ({ place }, { doc }) => {
  const relay = doc.wiring.circuits[place.within!]?.segments[place.id];
  if (relay?.kind !== 'relay') return [];
  const rating = RELAY_RATINGS.find((r) => r > relay.ratingA && relayTakes(r) > relayTakes(relay.ratingA));
  return rating === undefined
    ? []
    : [
        {
          does: { act: 'fit-relay', amps: rating },
          patch: [set(place.within!, place.id, 'ratingA', rating)],
        },
      ];
};

export const jointFixes: FixMaker<JointDrop> = ({ place, figures }, { doc }) => {
  const joint = doc.wiring.circuits[place.within!]?.segments[place.id];
  const meets = joint && segmentKind(joint).meets;
  if (!figures.by || meets?.as !== 'joint' || !meets.sound || figures.ohms <= meets.sound.ohms) return [];
  const { mend, field, ohms } = meets.sound;
  return [{ does: { act: 'mend-joint', words: mend }, patch: [set(place.within!, place.id, field, ohms)] }];
};

/** Distance a fuse is moved to, m (6 in). */
const NEAR = 0.1524;

/** Another fuse where one fits between load and wire; else a larger wire and the fuse that then fits. */
export const fuseFixes: FixMaker<FuseFound> = ({ code, place }, context) => {
  const { doc } = context;
  const here = { id: place.id, circuitId: place.within! };
  const on = fuseLoads(doc, loadsOf(context)).find((f) => samePiece(f.fuse, here));
  if (!on) return [];
  const { circuitId, id } = here;
  if (code === 'FUSE_FAR') {
    const { feed } = doc.wiring.circuits[circuitId]!;
    const first = wayOf(doc, circuitId, 'feed').findIndex((p) => samePiece(p, here)) <= 0;
    const order: PatchOperation = {
      op: 'replace',
      path: `/wiring/circuits/${circuitId}/feed`,
      value: [id, ...feed.filter((x) => x !== id)],
    };
    return [
      {
        does: { act: 'move-fuse' },
        patch: [set(circuitId, id, 'distanceM', NEAR), ...(first ? [] : [order])],
      },
    ];
  }
  const rating = chooseFuse(on.amps, on.wireA, on.inrush);
  if (rating !== undefined)
    return [{ does: { act: 'fit-fuse', amps: rating }, patch: [set(circuitId, id, 'ratingA', rating)] }];
  const sized = sizeCircuit(doc, on.loaded);
  if (!sized?.fuse) return [];
  const size = wireSizeName(sized.size);
  const does = { act: 'wires-and-fuse', size, amps: sized.fuse, add: false } as const;
  return [{ does: plusRelay(does, sized, on.loaded), patch: sized.patch }];
};

/** The fuse that fits between load and wire as it is; where none does, the wire that lets one fit, and that one. */
export const noFuseFixes: FixMaker<NoFuse> = ({ place }, context) => {
  const { doc } = context;
  const loaded = loadsOf(context).find((l) => l.circuitId === place.id);
  if (!loaded) return [];
  const { circuit, circuitId, solution, inrush } = loaded;
  const id = freeId(circuit.segments, 'fuse');
  const fuse: SegmentOf<'fuse'> = { kind: 'fuse', name: 'Fuse at the battery', ratingA: 30, distanceM: 0.15 };
  const feed = [id, ...circuit.feed];
  const withFuse = { ...circuit, feed, segments: { ...circuit.segments, [id]: fuse } };
  const fused = withCircuit(doc, circuitId, withFuse);
  const weakest = weakestWire(fused, wiresBehind(fused, { id, circuitId }));
  if (!weakest) return [];
  const patch = (ratingA: number): PatchOperation[] => [
    { op: 'add', path: `/wiring/circuits/${circuitId}/segments/${id}`, value: { ...fuse, ratingA } },
    { op: 'replace', path: `/wiring/circuits/${circuitId}/feed`, value: feed },
  ];
  const rating = chooseFuse(solution.amps, weakest.amps, inrush);
  if (rating !== undefined) return [{ does: { act: 'add-fuse', amps: rating }, patch: patch(rating) }];
  const sized = sizeCircuit(fused, { ...loaded, circuit: withFuse });
  if (!sized?.fuse) return [];
  const own = segmentPath(circuitId, id, 'ratingA');
  const does = {
    act: 'wires-and-fuse',
    size: wireSizeName(sized.size),
    amps: sized.fuse,
    add: true,
  } as const;
  return [
    {
      does: plusRelay(does, sized, loaded),
      patch: [...patch(sized.fuse), ...sized.patch.filter((p) => p.path !== own)],
    },
  ];
};
