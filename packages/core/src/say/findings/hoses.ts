import type { FilterMedia, HoseFound } from '../../judge/hoses/hoses.ts';
import { capital, percent, type Words } from '../words.ts';

const source = 'SAE 100R14, SAE J30, SAE J2260 as commonly quoted; the hose maker decides';

export const hoseWords: Words<HoseFound> = ({ code, value, limit, place, figures: f }, q) => {
  const hose = f.hose.toLowerCase();
  switch (code) {
    case 'HOSE_FUEL':
      return {
        title: `${place.name}: ${hose} is not for ${percent(value)} ethanol.`,
        text: `${capital(f.reason)}.`,
        formula: `ethanol ${percent(value)} against ${percent(limit)} for this kind`,
        source,
      };
    case 'HOSE_SIZE':
      return {
        title: `${place.name}: ${hose} does not come in -${value}.`,
        text: `It comes in ${f.sizes.map((d) => `-${d}`).join(', ')}. The next bore is used for the sums.`,
        formula: 'size table of the hose kind',
        source,
      };
    case 'HOSE_PRESSURE':
      return {
        title: `${place.name} sees ${q('pressure', value)}, above what its hose is rated for.`,
        text: 'A hose above its working pressure bursts or walks off its end.',
        formula: `${q('pressure', value)} against ${q('pressure', limit)}`,
        source,
      };
    case 'FUEL_IN_CABIN':
      return {
        title: `${place.name} runs through the cabin.`,
        text: 'Never bring fuel into the cabin.',
        formula: 'place of the run',
        source: 'common practice; motorsport rulebooks differ on sheathed hard lines',
      };
  }
};

export const filterMedia: Words<FilterMedia> = ({ value, limit, place }) => ({
  title: `${place.name}: paper does not last in ethanol.`,
  text: 'Paper elements swell and shed fibers in high ethanol; glass fiber or steel is wanted.',
  formula: `ethanol ${percent(value)} against ${percent(limit)}`,
  source: 'common practice',
});
