import { segmentKind } from '../../kinds/wiring/index.ts';
import { terminalKey } from '../../kinds/wiring/fields.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { wiredRulesOf, type Rules } from '../../document/triggers.ts';
import { terminalName } from '../../edit/harness.ts';
import { freeId } from '../../edit/path.ts';
import { segmentPath } from '../../edit/paths.ts';
import { harnessOf } from '../../harness/realise.ts';
import { findRepairs } from '../../harness/repair.ts';
import type { HarnessBehind } from '../../judge/harness/as-drawn.ts';
import type { Miswired } from '../../judge/harness/mismatch.ts';
import { bareBranches, type BranchAhead, type DriverUnclamped } from '../../judge/harness/protection.ts';
import type { Fix } from '../../outcome/finding.ts';
import { applyPatch } from '../../edit/apply-patch.ts';
import { doesNoWorse } from './wiring-follows.ts';
import type { FixContext, FixMaker } from './context.ts';

const REPAIRS = 4;
const REDRAW: Fix = { does: { act: 'redraw' }, patch: [{ op: 'remove', path: '/wiring/harness' }] };

/** The search for repairs is long, and every miswired place asks for the same ones: kept with the trials of one judging. */
const repaired = new WeakMap<FixContext['trials'], Fix[]>();

export const miswiredFixes: FixMaker<Miswired> = (_found, { doc, trials }) => {
  const known = repaired.get(trials);
  if (known) return known;
  const rules = wiredRulesOf(doc);
  const fixes = doc.wiring.harness
    ? [
        ...findRepairs(harnessOf(doc), rules, REPAIRS).map((r): Fix => ({
          does: { act: 'repair', words: r.words },
          patch: r.patch,
        })),
        REDRAW,
      ]
    : relayFixes(doc, rules);
  repaired.set(trials, fixes);
  return fixes;
};

/** Wiring made from the rules can only be wrong where a circuit has no relay to work with. */
function relayFixes(doc: JobDocument, rules: Rules): Fix[] {
  const loads = new Set(Object.values(rules).map((r) => r.loadId));
  return Object.entries(doc.wiring.circuits).flatMap(([circuitId, c]): Fix[] => {
    if (!loads.has(c.loadId) || Object.values(c.segments).some((s) => segmentKind(s).drawn?.worked))
      return [];
    const id = freeId(c.segments, 'relay');
    const fuse = c.feed.findIndex((f) => c.segments[f]?.kind === 'fuse');
    const at = Math.max(0, fuse) + 1;
    return [
      {
        does: { act: 'add-relay', circuit: c.name },
        patch: [
          {
            op: 'add',
            path: `/wiring/circuits/${circuitId}/segments/${id}`,
            value: {
              kind: 'relay',
              name: 'Relay',
              ratingA: 40,
              contactOhms: 0.005,
              suppression: 'resistor',
            },
          },
          {
            op: 'replace',
            path: `/wiring/circuits/${circuitId}/feed`,
            value: [...c.feed.slice(0, at), id, ...c.feed.slice(at)],
          },
        ],
      },
    ];
  });
}

export const behindFixes: FixMaker<HarnessBehind> = () => [REDRAW];

export const unclampedFixes: FixMaker<DriverUnclamped> = ({ place }, { doc }) => {
  const relay = harnessOf(doc).devices[place.id];
  const of = relay?.kind === 'relay' ? relay.of : undefined;
  const path = of
    ? segmentPath(of.circuitId, of.segmentId, 'suppression')
    : `/wiring/harness/devices/${place.id}/suppression`;
  return [{ does: { act: 'coil-resistor' }, patch: [{ op: 'replace', path, value: 'resistor' }] }];
};

/** Fuses a bare branch may hang on that are offered, those nothing hangs on first. */
const FUSES_OFFERED = 3;

export const branchFixes: FixMaker<BranchAhead> = ({ place }, { doc }) => {
  const harness = harnessOf(doc);
  const branch = bareBranches(harness).find((b) => b.id === place.id);
  if (!branch) return [];
  const fuses = Object.entries(harness.devices).flatMap(([device, d]) =>
    d.kind === 'fuse' ? [{ device, terminal: 'b' }] : [],
  );
  const wired = new Set(
    Object.values(harness.wires).flatMap((w) => [terminalKey(w.from), terminalKey(w.to)]),
  );
  const free = fuses.filter((f) => !wired.has(terminalKey(f)));
  return [...free, ...fuses.filter((f) => !free.includes(f))]
    .map((fuse): Fix => ({
      does: { act: 'wire-onto', wire: place.name, terminal: terminalName(harness, fuse) },
      patch: [{ op: 'replace', path: `/wiring/harness/wires/${place.id}/${branch.end}`, value: fuse }],
    }))
    .filter(({ patch }) => {
      // A fuse too small for what hangs on the branch is no cure.
      const changed = applyPatch(doc, patch);
      return changed.ok && doesNoWorse(doc, changed.value);
    })
    .slice(0, FUSES_OFFERED);
};
