import type { FilterMedia, HoseFound, PartInCabin } from '../../judge/hoses/hoses.ts';
import type { PortFound } from '../../judge/hoses/ports.ts';
import type { FilterPlace } from '../../judge/hoses/filters.ts';
import { capital, percent, percentBeside, type Words } from '../words.ts';
import { withinSentence } from '../../quantities/text.ts';

const source = 'SAE 100R14, SAE J30, SAE J2260 as commonly quoted; the hose maker decides';

export const hoseWords: Words<HoseFound> = ({ code, value, limit, place, figures: f }, q) => {
  const hose = withinSentence(f.hose);
  switch (code) {
    case 'HOSE_FUEL':
      return {
        title: `${place.name}: ${hose} is not for ${percentBeside(value, limit)} ethanol.`,
        text: `${capital(f.reason)}.`,
        formula: `ethanol ${percentBeside(value, limit)} against ${percent(limit)} for this kind`,
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
    case 'HOSE_HEAT':
      return {
        title: `${place.name}: ${hose} is good to ${q('temperature', limit)}; it runs in ${q('temperature', value)}.`,
        text: 'Heat hardens and cracks a hose long before it bursts. Another kind, another route, or a sleeve and distance from what is hot.',
        formula: `${q('temperature', value)} round it against ${q('temperature', limit)}`,
        source,
      };
    case 'HOSE_IN_TANK':
      return {
        title: `${place.name}: ${hose} is not made to lie in fuel.`,
        text: 'Hose rated from the inside only softens and comes off when fuel gets at its cover. In the tank only submersible hose (SAE J30 R10), PTFE or corrugated nylon.',
        formula: 'place of the run: the tank',
        source,
      };
    case 'HOSE_OLD':
      return {
        title: `${place.name}: ${hose}, ${value} years old.`,
        text: 'Rubber hardens from the inside and cracks at the ends first, often under a cover that looks sound. Replace it; what comes after is the hose maker’s to say.',
        formula: `${value} years against ${limit}`,
        source: 'common practice; the maker’s date and limit win',
      };
    case 'TUBE_MOVES':
      return {
        title: `${place.name}: ${hose} where one end moves by ${q('tape', value)}.`,
        text: 'A tube that is worked back and forth cracks at its flare. Put a short soft hose where engine or tank moves.',
        formula: `${q('tape', value)} of movement against ${q('tape', limit)}`,
        source: 'common practice',
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
  formula: `ethanol ${percentBeside(value, limit)} against ${percent(limit)}`,
  source: 'common practice',
});

export const filterPlace: Words<FilterPlace> = ({ code, value, limit, place }) => {
  const source = '10 µm on the pressure side and 100 µm on the suction side are common practice';
  switch (code) {
    case 'FILTER_MISSING':
      return {
        title: `No filter after ${withinSentence(place.name)}.`,
        text: 'A strainer keeps gravel out of the pump, not dust out of the injectors and the regulator’s seat.',
        formula: 'filters between pump and rail: none',
        source,
      };
    case 'FILTER_TOO_FINE':
      return {
        title: `${place.name} is ${value} µm ahead of the pump; ${limit} µm is the finest a pump draws through.`,
        text: 'A fine element on the suction side starves the pump as soon as it loads up, and hot fuel boils there first.',
        formula: `${value} µm against ${limit} µm`,
        source,
      };
    case 'FILTER_TOO_COARSE':
      return {
        title: `${place.name} is the only filter after the pump, and its ${value} µm let past what injectors block on.`,
        text: 'Fit a 10 µm element between pump and rail.',
        formula: `${value} µm against ${limit} µm`,
        source,
      };
  }
};

export const partInCabin: Words<PartInCabin> = ({ place }) => ({
  title: `${place.name} is in the cabin.`,
  text: 'A leak there is fuel beside people. Mount it outside, or behind a sealed bulkhead in a box that drains to the outside.',
  formula: 'place of the part',
  source: 'common practice; motorsport rulebooks come first',
});

export const portWords: Words<PortFound> = ({ code, value, limit, figures: f }) => {
  const pair = `${f.from} to ${f.to}`;
  return code === 'PORT_UNMATED'
    ? {
        title: `${pair}: nothing joins these two ports.`,
        text: `${f.from} offers ${f.offers}, ${f.to} ${f.wants}, and no row of common adapters leads from the one to the other. Order one of them with another port, or run a hose between.`,
        formula: `${f.offers} to ${f.wants}: no row of four adapters or fewer`,
        source: 'generic catalog; SAE J514, J1926, J2044, ASME B1.20.1',
      }
    : {
        title: `${pair}: ${value} adapters in a row.`,
        text: `${f.fittings.join(', then ')}. Each is a joint that can leak and weight that shakes it. Order the part with another port, or choose the hose to suit.`,
        formula: `${value} adapters against ${limit}`,
        source: 'common practice',
      };
};
