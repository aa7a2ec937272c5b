import { readLibrary } from '@venula/core/formats';

const PUMP = 'Bench-tested in-tank 430';
const point = (psi: string, flow: string, amps: string, name = '') => ({
  kind: name === '' ? '' : 'pump',
  name,
  volts: '13.5',
  'pressure (psi)': psi,
  'flow (L/h)': flow,
  'current (A)': amps,
});

/** What the demo shop uses again; every figure is made up. Read as a sheet is read. */
const SHEET: readonly Readonly<Record<string, string>>[] = [
  point('0', '452', '6.8', PUMP),
  point('30', '398', '9.1'),
  point('60', '322', '11.9'),
  point('90', '218', '14.8'),
  { kind: 'filter', name: 'Long steel filter', 'Fineness (µm)': '40', 'Loss at 400 L/h, clean (psi)': '0.6' },
  {
    kind: 'injectors',
    name: 'Flow-matched 1,000s',
    'Flow of one, static (cc/min)': '1004',
    'Flow is rated at (psi)': '43.5',
  },
];

export const demoLibrary = () =>
  readLibrary(SHEET, 'us').map(({ name, data, trouble }) => {
    if (!data) throw new Error(`${name}: ${trouble}`);
    return { name, data };
  });
