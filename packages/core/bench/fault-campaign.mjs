/**
 * node packages/core/bench/fault-campaign.mjs: every single wiring mistake in the circuits of the tests, all of them (minutes).
 * The tests try every so many; this prints the whole share. Needs the core built (npm run build:ts).
 */
import { testSupport } from './test-support.mjs';

const { RULES, allTerminals, drawn, findRepairs, truthTable } = await testSupport('control-circuits');

const moved = (harness, id, end, to) => ({
  ...harness,
  wires: { ...harness.wires, [id]: { ...harness.wires[id], [end]: to } },
});
const exchanged = (harness, a, b) => {
  const other = (t) => (t === a ? b : t === b ? a : t);
  return {
    ...harness,
    wires: Object.fromEntries(
      Object.entries(harness.wires).map(([id, w]) => [id, { ...w, from: other(w.from), to: other(w.to) }]),
    ),
  };
};

function* mistakes(harness) {
  const terminals = allTerminals(harness);
  const used = new Set(Object.values(harness.wires).flatMap((w) => [w.from, w.to]));
  const device = (t) => t.slice(0, t.lastIndexOf('.'));
  for (const [id, wire] of Object.entries(harness.wires)) {
    const rest = Object.fromEntries(Object.entries(harness.wires).filter(([key]) => key !== id));
    yield { kind: 'taken off', bad: { ...harness, wires: rest }, place: [wire.from, wire.to] };
    for (const end of ['from', 'to'])
      for (const t of terminals)
        if (t !== wire.from && t !== wire.to)
          yield { kind: 'moved', bad: moved(harness, id, end, t), place: [wire.from, wire.to, t] };
  }
  for (const [i, a] of terminals.entries())
    for (const b of terminals.slice(i + 1))
      if (device(a) === device(b) && (used.has(a) || used.has(b)))
        yield { kind: 'exchanged', bad: exchanged(harness, a, b), place: [a, b] };
}

const count = {};
for (const rules of Object.values(RULES))
  for (const { kind, bad, place } of mistakes(drawn(rules))) {
    const row = (count[kind] ??= { tried: 0, changed: 0, named: 0, atPlace: 0, saidWhereRight: 0 });
    row.tried += 1;
    const wrong = truthTable(bad, rules).some((r) => !r.right);
    const repairs = findRepairs(bad, rules, wrong ? 6 : 1);
    if (!wrong) {
      row.saidWhereRight += repairs.length > 0 ? 1 : 0;
      continue;
    }
    row.changed += 1;
    row.named += repairs.length > 0 ? 1 : 0;
    row.atPlace += repairs.some((r) => r.terminals.some((t) => place.includes(t))) ? 1 : 0;
  }
console.log(`${Object.keys(RULES).length} correct circuits, every single mistake`);
for (const [kind, row] of Object.entries(count))
  console.log(
    `  ${kind.padEnd(10)} ${row.tried} tried, ${row.changed} change what happens; a repair named for ${row.named}, at the place for ${row.atPlace}; said where nothing changed: ${row.saidWhereRight}`,
  );
