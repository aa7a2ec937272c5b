import type { LyingFound } from '../../judge/route/lying.ts';
import type { PassingFound } from '../../judge/route/passing.ts';
import type { LengthsReplaced } from '../../judge/route/replaced.ts';
import type { Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

const EXHAUST =
  'common practice: 70 mm from an exhaust is uncomfortable, 120 mm is good; 25 mm sleeved is an estimate';

export const passingWords: Words<PassingFound> = (found, q, labels, fixes) => {
  const said = bareWords(found, q, labels, fixes);
  const unmeasured = `${found.figures.what} stands where it usually does in such a car: measure it.`;
  return found.figures.assumed ? { ...said, text: `${unmeasured} ${said.text}` } : said;
};

const bareWords: Words<PassingFound> = ({ code, value, limit, place, figures: f }, q) => {
  const away = value <= 0 ? 'touches' : `is ${q('tape', value)} from`;
  const title = `${place.name} ${away} ${withinSentence(f.what)}`;
  const formula = `${q('tape', Math.max(0, value))} between them against ${q('tape', limit)}`;
  switch (code) {
    case 'ROUTE_HOT':
      return {
        title: `${title}; it wants ${q('tape', limit)}.`,
        text: `${q('temperature', f.surface)} at its surface; the line withstands ${q('temperature', f.stands)}. ${
          f.sleeved
            ? 'No sleeve makes up for so little room: move it.'
            : `Move it away, or shield or sleeve it there. Common sleeve is good for ${q('temperature', f.sleeve)} at its own surface.`
        } A shield between them helps more than either.`,
        formula: `${formula}${f.sleeved ? ', sleeved' : ''}`,
        source: EXHAUST,
      };
    case 'ROUTE_WARM':
      return {
        title: `${title}${f.sleeved ? ', sleeved.' : ': a sleeve or a shield is worth it.'}`,
        text: f.sleeved
          ? `The sleeve makes up for the room as long as its own surface stays under what it is good for, ${q('temperature', f.sleeve)} for common sleeve. Look at it after the first hard drive; a shield, or more room, is better.`
          : 'Far enough to last, near enough to warm the fuel and to bake the cover.',
        formula,
        source: EXHAUST,
      };
    case 'ROUTE_MOVING':
      return {
        title: `${title}, which moves.`,
        text: 'Belts whip, shafts drop with the suspension, engines rock: what touches once wears through. Move it and clip it on both sides.',
        formula,
        source: 'common practice; look at it through the whole travel',
      };
    case 'ROUTE_EDGE':
      return {
        title: `${title}, a sharp edge.`,
        text: 'Braid saws and edges cut: a grommet where it goes through, a sleeve where it passes, or more room.',
        formula,
        source: 'common practice',
      };
    case 'ROUTE_ACCESS':
      return {
        title: `${title}, which has to come out past it.`,
        text: 'Somebody will pull that part one day with this line in the way. Lead it round, or where it unclips.',
        formula,
        source: 'common practice',
      };
    case 'ROUTE_OPEN':
      return {
        title: `${title}, which is not fitted yet.`,
        text: 'Nobody knows where it will end up: leave slack and look at this again when it is in.',
        formula,
        source: 'common practice',
      };
  }
};

export const replacedWords: Words<LengthsReplaced> = ({ figures: { lines } }, q) => {
  const said = lines.map(
    ({ name, lengthM, stringM }) =>
      `${name}: ${q('tape', lengthM)} now${stringM === null ? '' : `, ${q('tape', stringM)} by string`}`,
  );
  return {
    title: `Check ${lines.length === 1 ? 'this line' : `these ${lines.length} lines`}: ${lines.map((l) => l.name).join(', ')}.`,
    text: 'An earlier version let the choice of hose ends replace a measured length. Measure again, put the string’s length back, or keep the length that is there.',
    formula: said.join('; '),
    source: 'the job’s own record: length from hose ends beside a string',
  };
};

export const lyingWords: Words<LyingFound> = ({ code, value, limit, place, figures: f }, q) => {
  switch (code) {
    case 'ROUTE_BEND':
      return {
        title: `${place.name} bends too tight at ${f.count === 1 ? 'point' : 'points'} ${f.points.join(', ')}.`,
        text: 'Move the points apart, take the corner with a hose end, or use a hose that bends tighter.',
        formula: `room for a radius of ${q('tape', value)} against ${q('tape', limit)}`,
        source:
          'least bend radius of its kind: SAE 100R14, SAE J30 as commonly quoted; the hose maker decides',
      };
    case 'ROUTE_SPAN':
      return {
        title: `${place.name} hangs free over ${q('tape', value)}.`,
        text: 'A line that can swing rubs, and works its joints loose.',
        formula: `${q('tape', value)} between clips against ${q('tape', limit)}`,
        source: 'common practice: a clip every 18 in (0.46 m)',
      };
    case 'ROUTE_LOW':
      return {
        title: `${place.name} hangs below the floor.`,
        text: 'The lowest thing under a car is what a curb takes off. Tuck it up to the floor or inside the rail.',
        formula: `${q('tape', value)} above the ground against ${q('tape', limit)} of the floor`,
        source: 'common practice',
      };
  }
};
