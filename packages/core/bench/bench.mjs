/**
 * npm run bench: ratios in one run on one machine; nothing here is a test.
 * The reference is EPANET 2.2 compiled to WebAssembly (npm epanet-js 0.9.0), on the same network, in the same process.
 */
import { Project, Workspace } from 'epanet-js';
import { readFileSync } from 'node:fs';
import { NetworkSolver } from '../dist/engine/network/network-solver.js';
import { operatingStates } from '../dist/engine/states.js';
import { pipeRun } from '../dist/flow/pipe.js';
import {
  SizingSearch,
  confidenceSamples,
  evaluatePlan,
  evaluateStates,
  sizingChoices,
} from '../dist/public/advise.js';
import { PATTERNS, boostRule, rulesOf, setRule } from '../dist/public/document.js';
import { addLoad, applyPatch, setTap } from '../dist/public/edit.js';
import {
  ELBOWS,
  drawnShape,
  fitHoseEnds,
  hoseEndSearch,
  passings,
  posesOf,
  usualKeepOuts,
  usualPoints,
  usualVehicle,
} from '../dist/public/fit.js';
import { readJob } from '../dist/public/formats.js';
import { harnessOf, tableSignals, truthTable } from '../dist/public/harness.js';
import { gauge } from '../dist/public/quantities.js';
import { driveLanes, driveMoments, drivePressure, standardDrive } from '../dist/public/replay.js';
import { PART_FACE_IDS, adaptersBetween } from '../dist/public/supply.js';

const { Engine } = await import('../dist/engine/engine.js');

const DENSITY = 745;
const NU = 0.58e-6;
const ENGINE_G = 9.81456;

/** A ladder of two rows with rungs: loops everywhere, one source, draws along it. 60 links at 20 rungs. */
function ladder(rungs) {
  const nodes = [{ id: 'S', head: 60 }];
  const pipes = [];
  for (let i = 0; i < rungs; i++) {
    nodes.push({ id: `A${i}`, draw: 12 }, { id: `B${i}`, draw: i % 3 === 0 ? 25 : 0 });
    pipes.push({ id: `r${i}`, from: `A${i}`, to: `B${i}`, length: 0.4, bore: 7.9 });
    pipes.push({ id: `a${i}`, from: i === 0 ? 'S' : `A${i - 1}`, to: `A${i}`, length: 0.8, bore: 12.7 });
    if (i > 0) pipes.push({ id: `b${i}`, from: `B${i - 1}`, to: `B${i}`, length: 0.9, bore: 10.3 });
    else pipes.push({ id: 'b0', from: 'S', to: 'B0', length: 1.1, bore: 10.3 });
  }
  return { nodes, pipes };
}

function ours({ nodes, pipes }) {
  return {
    density: DENSITY,
    nodes: nodes.map((n) => ({
      id: n.id,
      elevation: 0,
      draw: (n.draw ?? 0) * (1e-3 / 3600),
      ...(n.head === undefined ? {} : { fixed: gauge(n.head * DENSITY * ENGINE_G) }),
    })),
    links: pipes.map((p) => ({
      id: p.id,
      from: p.from,
      to: p.to,
      law: pipeRun(
        { length: p.length, bore: p.bore / 1000, roughness: 1.5e-6, minorK: 0 },
        { density: DENSITY, kinematicViscosity: NU },
      ),
    })),
  };
}

function inpOf({ nodes, pipes }, accuracy) {
  return [
    '[JUNCTIONS]',
    ...nodes.filter((n) => n.head === undefined).map((n) => `${n.id} 0 ${(n.draw ?? 0) / 60}`),
    '[RESERVOIRS]',
    ...nodes.filter((n) => n.head !== undefined).map((n) => `${n.id} ${n.head}`),
    '[PIPES]',
    ...pipes.map((p) => `${p.id} ${p.from} ${p.to} ${p.length} ${p.bore} 0.0015 0 Open`),
    '[OPTIONS]',
    'UNITS LPM',
    'HEADLOSS D-W',
    `VISCOSITY ${NU}`,
    `ACCURACY ${accuracy}`,
    'TRIALS 500',
    '[TIMES]',
    'DURATION 0',
    '[END]',
  ].join('\n');
}

async function engine(net, accuracy) {
  const ws = new Workspace();
  await ws.loadModule();
  const model = new Project(ws);
  ws.writeFile('net.inp', inpOf(net, accuracy));
  model.open('net.inp', 'net.rpt', 'net.bin');
  model.openH();
  return model;
}

/** Median seconds of `run`, after warming up. */
function time(run, times = 300) {
  for (let i = 0; i < 40; i++) run();
  const all = [];
  for (let i = 0; i < times; i++) {
    const t = performance.now();
    run();
    all.push((performance.now() - t) / 1000);
  }
  all.sort((a, b) => a - b);
  return all[Math.floor(all.length / 2)];
}

const ms = (s) => `${(s * 1000).toFixed(3)} ms`;

const INITIAL_FLOWS = 10; // EN_INITFLOW: forget the last answer

console.log('One steady solve from a cold start; the network is already loaded in both');
for (const rungs of [4, 20, 60, 133]) {
  const net = ladder(rungs);
  const mine = ours(net);
  const build = time(() => new NetworkSolver(mine), 60);
  const solver = new NetworkSolver(mine);
  const cold = time(() => {
    solver.restart();
    solver.solve();
  });
  const model = await engine(net, 0.0000001);
  const step = time(() => {
    model.initH(INITIAL_FLOWS);
    model.runH();
  });
  model.closeH();
  // The call a program makes for one answer: set up, solve, hand the results over.
  const whole = time(() => model.solveH());
  model.close();
  // From a description to an answer: what an edit costs a program that hands its network over each time.
  const fresh = time(() => new NetworkSolver(ours(net)).solve(), 60);
  const text = inpOf(net, 0.0000001);
  const ws = new Workspace();
  await ws.loadModule();
  const reopened = new Project(ws);
  ws.writeFile('net.inp', text);
  const theirFresh = time(() => {
    reopened.open('net.inp', 'net.rpt', 'net.bin');
    reopened.solveH();
    reopened.close();
  }, 60);
  const again = time(() => solver.solve());
  const turns = new NetworkSolver(mine).solve().iterations;
  console.log(
    `  ${String(net.pipes.length).padStart(3)} links: ours ${ms(cold)} (${turns} turns; numbering it once ${ms(build)})`,
  );
  console.log(
    `             from a description: ours ${ms(fresh)}, engine ${ms(theirFresh)}, ${(theirFresh / fresh).toFixed(2)} times ours; the same point again: ours ${ms(again)}`,
  );
  console.log(
    `             engine ${ms(step)} inner step, ${ms(whole)} its solve call: ${(step / cold).toFixed(2)} and ${(whole / cold).toFixed(2)} times ours`,
  );
}

const read = readJob(
  readFileSync(new URL('../../../examples/hill-climb-coupe.json', import.meta.url), 'utf8'),
);
if (!read.ok) throw new Error(read.errors[0].message);
const doc = read.value;
const states = time(() => evaluateStates(doc), 60);
const plan = time(() => evaluatePlan(doc), 40);
console.log(`The demo job, plumbing and wiring together`);
console.log(`  ${evaluateStates(doc).length} operating states ${ms(states)}`);
console.log(
  `  with findings, fixes tried and weakest links ${ms(plan)}: ${(plan / states).toFixed(1)} times the states alone`,
);
/** A pull of many points, straight up from where boost comes in. */
const pullOf = (points) =>
  Array.from({ length: points }, (_, i) => ({
    rpm: 2000 + (i * 5400) / points,
    powerW: 80e3 + (i * 288e3) / points,
    boostPa: Math.min(200e3, (i * 360e3) / points),
  }));
const withPull = (job, points) => ({ ...job, brief: { ...job.brief, pull: pullOf(points) } });
const long = withPull(doc, 200);
const sweep = time(() => evaluateStates(long), 20);
console.log(
  `  a pull of 200 points, each as it runs, with its supply margin and its return capacity ${ms(sweep)}: ${((sweep / 200) * 1000).toFixed(2)} ms a point`,
);
const twinPattern = withPull(PATTERNS.find((p) => p.id === 'twin-pump').job('bench'), 200);
const twin = time(() => evaluateStates(twinPattern), 20);
console.log(
  `  the same with two pumps, each on its own circuit ${ms(twin)}: ${(twin / sweep).toFixed(2)} times one pump`,
);

/** Two pumps and four other loads: six circuits, two of them on a shared feed. */
let six = twinPattern;
for (const kind of ['fan', 'controller', 'sensor', 'gauge'])
  six = applyPatch(six, addLoad(six, kind).patch).value;
const [, , third, fourth] = Object.keys(six.wiring.circuits);
six = applyPatch(six, setTap(six, fourth, 'feedFrom', { circuitId: third, after: 'fuse' })).value;
const wired = time(() => evaluateStates(six), 20);
console.log(
  `  the same with ${Object.keys(six.wiring.circuits).length} circuits, one on a shared feed ${ms(wired)}: ${(wired / twin).toFixed(2)} times two circuits`,
);
/** Only what the issue of a pull asks: each point as it runs, plumbing and wiring together. */
const running = time(() => {
  const solver = new Engine(six);
  for (const state of operatingStates(six)) solver.solve(state);
}, 20);
console.log(`  its joint solve alone, without margin and return capacity ${ms(running)}`);

/** Twelve inputs: key, crash switch and ten signals. */
const logic = PATTERNS.find((p) => p.id === 'twin-pump').job('logic');
const panels = (from, to) =>
  Array.from({ length: to - from }, (_, i) => ({
    all: [{ kind: 'panel', name: `switch ${from + i}`, not: i % 2 === 1 }],
  }));
const wide = ['pump-1', 'pump-2'].reduce(
  (d, id, i) => applyPatch(d, setRule(d, { ...boostRule(id, 35e3), any: panels(i * 5, i * 5 + 5) })).value,
  logic,
);
const harness = harnessOf(wide);
const inputs = 2 + tableSignals(harness, rulesOf(wide)).length;
const table = time(() => truthTable(harness, rulesOf(wide)), 8);
console.log(
  `  ${inputs} inputs tried in all ${2 ** inputs} combinations on ${Object.keys(harness.wires).length} wires ${ms(table)}: ${((table / 2 ** inputs) * 1e6).toFixed(0)} µs each`,
);
const drive = driveMoments(logic, standardDrive());
const replay = time(() => drivePressure(logic, drive, driveLanes(rulesOf(logic), drive)), 10);
console.log(`  a drive of ${drive.length} moments with the rail beneath ${ms(replay)}`);

const once = (run) => {
  const t = performance.now();
  run();
  return (performance.now() - t) / 1000;
};
confidenceSamples(doc, 'pull-4', 0, 100, 1);
const sure = once(() => confidenceSamples(doc, 'pull-4', 0, 1000, 1));
console.log(
  `  confidence run of 1,000 plans ${ms(sure)}: ${(sure / plan).toFixed(0)} times judging the plan once`,
);
const choices = sizingChoices(doc);
const sizing = new SizingSearch(doc);
const search = once(() => choices.forEach((c) => sizing.judge(c)));
console.log(
  `  sizing search over ${choices.length} combinations ${ms(search)}: ${((search / choices.length) * 1000).toFixed(2)} ms each`,
);

/** The demo job with its feed hose cut into so many pieces that the plan has `links` links: a tree that only grows long. */
function grown(links) {
  const { feed } = doc.plumbing.elements;
  const pieces = links - Object.keys(doc.plumbing.elements).length + 1;
  const elements = { ...doc.plumbing.elements };
  const ids = Array.from({ length: pieces }, (_, i) => `feed-${i}`);
  for (const id of ids)
    elements[id] = { ...feed, lengthM: feed.lengthM / pieces, bendDegrees: 0, ends: ['open', 'open'] };
  delete elements.feed;
  const paths = Object.fromEntries(
    Object.entries(doc.plumbing.paths).map(([id, p]) => [
      id,
      { ...p, order: p.order.flatMap((e) => (e === 'feed' ? ids : [e])) },
    ]),
  );
  return { ...doc, plumbing: { ...doc.plumbing, elements, paths } };
}
console.log('How it grows with links (feed hose cut into pieces), as times the smallest');
let least;
for (const links of [10, 25, 50, 100, 200, 400]) {
  const job = grown(links);
  const grownSearch = new SizingSearch(job);
  const row = {
    'pull of 50': time(() => evaluateStates(withPull(job, 50)), 5),
    '25 samples': once(() => confidenceSamples(job, 'pull-4', 0, 25, 1)),
    '25 combinations': once(() =>
      sizingChoices(job)
        .slice(0, 25)
        .forEach((c) => grownSearch.judge(c)),
    ),
  };
  least ??= row;
  const words = Object.entries(row).map(([k, v]) => `${k} ${ms(v)} (${(v / least[k]).toFixed(1)})`);
  console.log(`  ${String(links).padStart(3)} links, ${(links / 10).toFixed(1)} times: ${words.join(', ')}`);
}

/** Same numbers in every run. */
let seed = 7;
const next = () => (seed = (seed * 1664525 + 1013904223) % 4294967296) / 4294967296;

console.log('Hose ends, routes, adapters');
const ordinary = Array.from({ length: 40 }, () => ({
  ...posesOf({
    ahead: 0.2 + 0.8 * next(),
    left: 0.6 * next() - 0.3,
    above: 0.4 * next() - 0.2,
    fromLeft: 180 * next() - 90,
    fromUp: 0,
    toLeft: 180 * next() - 90,
    toUp: 0,
  }),
  hose: 'ptfe',
  dash: 6,
  ends: ELBOWS,
  movement: 0,
}));
fitHoseEnds(ordinary[0]);
/** The quickest of three: what else the machine does is left out. */
const quickest = (work) => Math.min(once(work), once(work), once(work));
const asked = ordinary.map((q) => quickest(() => fitHoseEnds(q))).sort((a, b) => a - b);
/** Ports so close that most pairs have hardly room: the dearest there is. */
const direction = () => {
  const z = 2 * next() - 1;
  const a = 2 * Math.PI * next();
  return [Math.sqrt(1 - z * z) * Math.cos(a), Math.sqrt(1 - z * z) * Math.sin(a), z];
};
const close = Array.from({ length: 12 }, () => ({
  from: { at: [0, 0, 0], along: direction() },
  to: { at: direction().map((v) => 0.1 * v), along: direction() },
  hose: 'rubber-braid',
  dash: 6,
  ends: ELBOWS,
  movement: 0,
}));
const crowded = close.map((q) => quickest(() => fitHoseEnds(q))).sort((a, b) => a - b);
const firstPair = close
  .map((q) =>
    once(() => {
      const search = hoseEndSearch(q);
      while (!search.next().value.best);
    }),
  )
  .sort((a, b) => a - b);
console.log(
  `  hose ends, 81 pairs: 40 hoses ${ms(asked[20])} at the median, ${ms(asked[39])} at the longest; 12 hoses between ports 100 mm apart ${ms(crowded[6])} and ${ms(crowded[11])}: ${(1.5 / crowded[11]).toFixed(1)} times what 1.5 s leave them`,
);
console.log(
  `  the first of them is shown after ${ms(firstPair[6])} at the median, ${ms(firstPair[11])} at the longest: ${(0.3 / firstPair[11]).toFixed(1)} times what 0.3 s leave it`,
);
const vehicle = usualVehicle('mid', 'unibody');
const inCar = { ...doc, routing: { vehicle, keepOuts: usualKeepOuts(vehicle), lines: {} } };
const feed = inCar.plumbing.elements.feed;
const drawn = { how: 'drawn', movementM: 0, passes: {}, points: usualPoints(inCar, 'feed', vehicle) };
// A point that moved makes a route of its own: nothing is remembered of it.
const redraw = time(() => {
  const dragged = { ...drawn };
  passings(inCar, feed, dragged, drawnShape(inCar, feed, dragged));
}, 200);
console.log(
  `  a route laid anew while it is dragged, with every clearance ${ms(redraw)}: ${(0.02 / redraw).toFixed(0)} times what 50 frames a second leave it`,
);
const face = () => PART_FACE_IDS[Math.floor(next() * PART_FACE_IDS.length)];
const ports = Array.from({ length: 1000 }, () => [face(), face()]);
const searched = once(() => ports.forEach(([a, b]) => adaptersBetween(a, b)));
console.log(
  `  adapters between 1,000 pairs of ports ${ms(searched)}: a share of ${searched.toFixed(2)} of the second they may take`,
);
