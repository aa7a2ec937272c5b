import type { RunKind } from './proofs.ts';

type TestKind = Exclude<RunKind, 'build'>;

/**
 * Tests in the order they are done, and whether fuel is in the lines for them: the wiring dry, gas on new lines while they are dry,
 * then fuel, every joint looked at, the hold with fuel, and the readings.
 * @source common practice
 */
const TESTS = {
  winding: 'dry',
  'dry-test': 'dry',
  sensors: 'dry',
  'gas-hold': 'dry',
  prime: 'wet',
  'joint-walk': 'wet',
  'liquid-hold': 'wet',
  volts: 'wet',
  'each-pump': 'wet',
  'base-pressure': 'wet',
  reference: 'wet',
  'flow-catch': 'wet',
  cranking: 'wet',
  running: 'wet',
  'high-side': 'wet',
  'hot-soak': 'wet',
  'drive-log': 'wet',
} as const satisfies Record<TestKind, 'dry' | 'wet'>;

/** Kinds of test in the order they are done. */
export const TEST_ORDER = Object.keys(TESTS) as readonly TestKind[];

/** Kinds of test that leave fuel in the lines. */
export const WET_TESTS: readonly RunKind[] = TEST_ORDER.filter((kind) => TESTS[kind] === 'wet');
