import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { PATTERNS } from '../../src/public/document.ts';
import { pumpFaults, PUMPS } from '../../src/public/kinds.ts';
import { sayAgain, sayEnding, sayPumpFault, sayState } from '../../src/public/say.ts';
import { sayFinding } from '../../src/say/finding.ts';
import { demoJobs } from '../support/examples.ts';

const findings = [...PATTERNS.map((p) => p.job('x')), ...demoJobs().map(([, doc]) => doc)].flatMap(
  (doc) => evaluatePlan(doc).findings,
);
const IMPERIAL = /\d (psi|°F|hp|ft|in)\b/;
const METRIC = /\d (kPa|bar|°C|kW|m|mm)\b/;

describe('findings in words', () => {
  test('each can be said anew from what was found, in either system of units, and in both at once', () => {
    expect(findings.length).toBeGreaterThan(15);
    for (const f of findings) {
      const say = (units: 'us' | 'metric' | 'both') => {
        const { title, why } = units === 'both' ? sayFinding(f.found, f.remedies) : sayAgain(f, units);
        return [title, why.text, why.formula].join(' ');
      };
      expect(say('both')).toBe([f.title, f.why.text, f.why.formula].join(' '));
      // What a law is known for, or a rule of the trade, keeps the unit it is known by.
      expect(say('us').replace(/\(.*?\)/g, '')).not.toMatch(/\d (kPa|kW|°C)\b/);
      expect(say('metric').replace(/0–2 psi|2 psi/g, '')).not.toMatch(/\d (psi|hp|°F)\b/);
      if (METRIC.test(say('metric')) && IMPERIAL.test(say('us')))
        expect(say('both')).toMatch(/\d [^ ]+ \(\S+ [^)]+\)/);
    }
  });

  test('the labels of fixes say what is done, with its figure', () => {
    const labels = findings.flatMap((f) => f.fixes.map((x) => x.label));
    expect(labels.length).toBeGreaterThan(10);
    for (const label of labels) expect(label).toMatch(/^[A-Z].{4,}/);
  });
});

describe('endings, states and pump faults in words', () => {
  test('every ending is half a sentence', () => {
    const endings = [
      { how: 'settled' },
      { how: 'adrift', node: 'rail' },
      { how: 'ran-away' },
      { how: 'unsettled', turns: 200, moving: 0.0123 },
      { how: 'no-rail' },
      { how: 'closed-in' },
      { how: 'dry-rail', name: 'Rail' },
      { how: 'unusable', name: 'Pump', fault: pumpFaults({ ...PUMPS.T470.model, armatureOhms: 1 })[0]! },
    ] as const;
    const said = endings.map(sayEnding);
    expect(new Set(said).size).toBe(endings.length);
    for (const text of said) expect(text).toMatch(/^[a-z].*[^.]$/);
    expect(said[3]).toContain('1.2%');
  });

  test('a state is called what a technician calls it', () => {
    expect(sayState({ kind: 'idle', rpm: 900 })).toBe('Idle, hot');
    expect(sayState({ kind: 'pull', rpm: 6500 })).toBe('Pull at 6500 rpm');
  });

  test('a fault names the figure, the limit and the remedy; a current two speeds would fit is one', () => {
    const { model } = PUMPS.T340;
    const currents = model.curve.currents.map((i, k) => (k === 2 ? 0.05 : i));
    const steep = pumpFaults({ ...model, curve: { ...model.curve, currents } });
    expect(steep.map((f) => f.code)).toContain('CURRENT_STEEP');
    for (const fault of steep) {
      const { message, limit, remedy } = sayPumpFault(fault);
      expect(message).toMatch(/A .*kPa/);
      expect(limit).toMatch(/A/);
      expect(remedy.length).toBeGreaterThan(10);
    }
    for (const { model: sound } of Object.values(PUMPS)) expect(pumpFaults(sound)).toEqual([]);
  });
});
