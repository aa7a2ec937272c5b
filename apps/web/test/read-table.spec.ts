import { describe, expect, test } from '@jest/globals';
import { readPull, readPumpCurve } from '@venula/core/formats';
import { readTable } from '../src/ui/read-table.ts';
import { HP } from '@venula/core/quantities';

const PULL = { rpm: 'rpm', power: 'hp', boost: 'psi' };

describe('a sheet as people have it', () => {
  test.each([
    ['commas', '3000,200,8\n6000,400,14'],
    ['tabs, as pasted from a spreadsheet', '3000\t200\t8\r\n6000\t400\t14\r\n'],
    ['semicolons and decimal commas', '3000;200,0;8,0\n6000;400,0;14,0'],
    ['a byte-order mark and quoted cells', '\uFEFF"3000","200","8"\n"6000","400","14"'],
    [
      'a heading with a comma in its quotes',
      '"Speed, rpm","Power, hp","Boost (psi)"\n3000,200,8\n6000,400,14',
    ],
    ['blank lines and blanks around', '\n 3000 , 200 , 8 \n\n6000,400,14\n'],
  ])('%s', (_name, text) => {
    const { pull, problem } = readPull(readTable(text), PULL);
    expect(problem).toBeNull();
    expect(pull!.map((p) => [p.rpm, Math.round(p.powerW / HP)])).toEqual([
      [3000, 200],
      [6000, 400],
    ]);
  });

  test('a mark names the line it stands in, blank ones counted, and the range in the unit of the column', () => {
    const { rows, pull } = readPull(readTable('rpm,hp,psi\n\n3000,200,8\n6000,400,140'), PULL);
    expect(pull).toBeNull();
    expect(rows[1]).toMatchObject({ line: 4 });
    expect(rows[1]!.problem).toBe('boost must be −14.5 to 72.52 psi: check the unit');
  });

  test('too long a text is refused as a whole, and nothing at all says what is needed', () => {
    expect(readPull(readTable('1,2,3\n'.repeat(40_000)), PULL).problem).toMatch(/240000 characters; 100000/);
    expect(readPull(readTable(''), PULL).problem).toMatch(/At least one row is needed/);
    expect(readPumpCurve(readTable('12'), 13.5, {}).problem).toMatch(/At least 2 rows are needed/);
  });
});
