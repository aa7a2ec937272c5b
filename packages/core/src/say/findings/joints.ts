import { DRESSINGS } from '../../document/made-joints.ts';
import type { MadeFound } from '../../judge/hoses/made.ts';
import { capital, type Words } from '../words.ts';

const source = 'common practice; SAE J514, J1926, ASME B1.20.1 for what each seals on';

/** “a flare joint”, “an O-ring joint”, “an NPT joint”. */
const an = (what: string): string => `${/^(?:[aeiou]|NPT)/i.test(what) ? 'an' : 'a'} ${what}`;

export const madeWords: Words<MadeFound> = ({ code, place, figures: f }) => {
  const dressing = DRESSINGS[f.dressing];
  switch (code) {
    case 'JOINT_DRESSED':
      return {
        title: `${place.name}: ${dressing} on ${an(f.what)}.`,
        text: `It does not seal on its thread: ${dressing} keeps it off its seat, and what comes off goes to the injectors. How it is made: ${f.does}.`,
        formula: `${f.what}: ${f.never}`,
        source,
      };
    case 'JOINT_DRY':
      return {
        title: `${place.name}: an NPT joint with ${f.dressing === 'bare' ? 'nothing' : 'only oil'} on its thread.`,
        text: `A taper thread leaks along its spiral until something fills it. How it is made: ${f.does}.`,
        formula: `${f.what}: ${f.does}`,
        source,
      };
    case 'JOINT_TAPE':
      return {
        title: `${place.name}: tape on an NPT joint.`,
        text: 'Some wrap it with the first two threads bare; many never let tape near injectors, since one shred stops one. Paste or anaerobic sealant rated for the fuel does the same without shreds.',
        formula: `${f.what}: ${f.never}`,
        source: 'common practice; practitioners differ',
      };
    case 'JOINT_SEAL_USED':
      return {
        title: `${place.name}: a used seal in ${an(f.what)}.`,
        text: `What sealed it has taken the shape of the old joint. New one: it costs less than the fuel it lets out. ${capital(f.does)}.`,
        formula: `${f.what}: a new seal each time it is made`,
        source,
      };
  }
};
