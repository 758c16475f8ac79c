import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { Part } from '../part/index.js';
import { planImport, readCsv, readPack, writeCsv, writePack, type PackReading } from './index.js';
import { cube } from '../testing/rigs.js';

const part = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  kind: 'plate',
  name: id.toUpperCase(),
  solids: [{ id: 'body', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 20, 10] }],
  mounts: [],
  ...more,
});
const book = (...parts: Part[]) => new Map(parts.map((p) => [p.id, p]));
function planned(reading: PackReading, known = book()) {
  if (reading.state !== 'read') throw new Error(reading.message);
  return [...planImport(reading.rows, known)];
}
const header = 'id,kind,name,mass_g,price,currency,length_mm,width_mm,height_mm\r\n';

const text = fc.oneof(
  fc.constantFrom(
    '=SUM(A1)',
    '+1',
    '-x',
    '@me',
    "'=already",
    '<b>bold</b>',
    'a,b;c"d',
    'é 木',
    "''+",
  ),
  fc.stringMatching(/^[A-Za-z"',;= <>&]{1,20}$/).filter((t) => t.trim() !== ''),
);
const anyPart = fc.record({
  id: fc.stringMatching(/^[a-z][a-z0-9-]{0,12}$/),
  name: text.map((t) => t.trim()),
  maker: fc.option(
    text.map((t) => t.trim()),
    { nil: undefined },
  ),
  note: fc.option(
    text.map((t) => `${t}\nand "more", =1`),
    { nil: undefined },
  ),
  massG: fc.option(fc.double({ min: 0.1, max: 9999, noNaN: true }), { nil: undefined }),
  minor: fc.option(fc.integer({ min: 0, max: 9_999_999 }), { nil: undefined }),
  currency: fc.constantFrom('EUR', 'JPY', 'KWD'),
  homeMade: fc.boolean(),
});

it('a cell with what other spreadsheets take for a delimiter goes out in quotes', () => {
  const part = { ...cube('a', 1), note: 'see;=SUM(A1)', name: 'Tab\there' };
  const csv = writeCsv([part]);
  expect(csv).toContain('"see;=SUM(A1)"');
  expect(csv).toContain('"Tab\there"');
});

describe('a pack', () => {
  it('is the same file whatever the order of its parts: sorted by id', () => {
    const ids = ['b', 'a', 'c', 'aa'];
    const write = (list: readonly string[]) => writePack(list.map((id) => cube(id, 1)));
    expect(write(ids)).toBe(write([...ids].reverse()));
    const pack = JSON.parse(write(ids)) as { parts: { id: string }[] };
    expect(pack.parts.map((p) => p.id)).toEqual(['a', 'aa', 'b', 'c']);
  });
});

describe('export and import', () => {
  const many = fc.uniqueArray(anyPart, { selector: (p) => p.id, maxLength: 12 }).map((list) =>
    list.map(({ minor, currency, homeMade, ...p }, i): Part =>
      Part.parse(
        JSON.parse(
          JSON.stringify({
            ...part(p.id),
            ...p,
            name: `${p.name} ${i}`,
            ...(minor === undefined ? {} : { price: { minor, currency } }),
            ...(homeMade ? { homeMade } : {}),
          }),
        ),
      ),
    ),
  );

  it('as CSV changes nothing: every row is the same again', () => {
    fc.assert(
      fc.property(many, (parts) => {
        const rows = planned(readCsv(writeCsv(parts)), book(...parts));
        expect(rows.map((r) => r.fate)).toEqual(parts.map(() => 'same'));
      }),
    );
  });

  it('as a pack loses nothing: into an empty catalogue it makes the same parts', () => {
    fc.assert(
      fc.property(many, (parts) => {
        const text = writePack(parts);
        const rows = planned(readPack(text));
        const made = rows.flatMap((r) => (r.fate === 'new' ? [r.part] : []));
        expect(writePack(made)).toBe(text);
      }),
    );
  });

  it('writes what a spreadsheet would run behind an apostrophe', () => {
    const csv = writeCsv([part('a', { name: '=1+1' })]);
    expect(csv).toContain(",'=1+1,");
    expect(csv.split('\r\n')).toHaveLength(3);
  });
});

describe('a dry run', () => {
  it('tells new, same, changed and refused, each with its place and why', () => {
    const known = book(part('a', { massG: 10 }), part('b', { massG: 10 }));
    const rows = planned(
      readCsv(
        `${header}a,plate,A,10,,,,,\r\nb,plate,B,12,,,,,\r\n,plate,New one,20,1.50,EUR,30,20,10\r\n,plate,Small,,,,30,,10\r\nx,boat,Y,5,,,1,1,1\r\n`,
      ),
      known,
    );
    expect(rows.map((r) => [r.place, r.fate])).toEqual([
      ['row 2', 'same'],
      ['row 3', 'changes'],
      ['row 4', 'new'],
      ['row 5', 'refused'],
      ['row 6', 'refused'],
    ]);
    expect(rows[1]).toMatchObject({ changed: [{ path: 'massG', from: '10', to: '12' }] });
    expect(rows[2]).toMatchObject({
      part: {
        id: 'new-one',
        price: { minor: 150, currency: 'EUR' },
        provenance: { solids: 'guessed' },
      },
    });
    expect(rows[3]).toMatchObject({ why: [{ path: 'width_mm' }] });
    expect(rows[4]).toMatchObject({ why: [{ path: 'kind' }] });
  });

  it('asks about what is unusual and refuses what cannot be', () => {
    const rows = planned(
      readCsv(
        `${header},cage,Heavy cage,4000,,,140,110,60\r\n,rod,Long rod,900,,,4000,15,15\r\n,plate,Nought,0,,,1,1,1\r\n,plate,Minus,-5,,,1,1,1\r\n,plate,Thin,5,,,0,1,1\r\n`,
      ),
    );
    expect(rows.map((r) => r.fate)).toEqual(['new', 'new', 'refused', 'refused', 'refused']);
    expect(rows[0]).toMatchObject({ doubts: [{ name: 'massG', value: 4000 }] });
    expect(rows[1]).toMatchObject({ doubts: [{ name: 'solids', value: 4000 }] });
    expect(rows[2]).toMatchObject({ why: [{ path: 'massG' }] });
    expect(rows[3]).toMatchObject({ why: [{ path: 'mass_g' }] });
  });

  it('takes what a part draws, holds and takes down, beside what it says already', () => {
    const known = book(
      part('a', { draw: { recordW: 5, inrushW: 9 } }),
      part('b', { serves: [{ need: 'power', energyWh: 20 }] }),
    );
    const rows = planned(
      readCsv(
        'id;name;draws (W);idle_w;energy_wh;capacity_gb\r\na;;6;3,5;;\r\nb;;;;20;\r\n;Card;;;;1 TB\r\nb;;heavy;;;',
      ),
      known,
    );
    expect(rows[0]).toMatchObject({
      fate: 'changes',
      part: { draw: { recordW: 6, idleW: 3.5, inrushW: 9 } },
    });
    // What it holds already, wherever it says it, is not said twice.
    expect(rows[1]).toMatchObject({ fate: 'same' });
    expect(rows[2]).toMatchObject({ fate: 'refused', why: [{ path: 'length_mm' }, {}, {}] });
    expect(rows[3]).toMatchObject({ why: [{ path: 'draw_w', message: '“heavy” is no figure' }] });
  });

  it('reads units in the heading and in the cell, another delimiter, a decimal comma', () => {
    const rows = planned(
      readCsv(
        'Name;Weight (oz);Length (in);width;height_mm\r\nOne;2;1;2 cm;5\r\nTwo;56,7 g;1;0,5 in;5\r\nThree;2 mm;1;1 cm;5\r\nFour;2;1;20;5',
      ),
    );
    expect(rows[0]).toMatchObject({ fate: 'new', part: { massG: 56.699046 } });
    expect(rows[1]).toMatchObject({ fate: 'new', part: { massG: 56.7 } });
    expect(rows[0]).toMatchObject({ part: { solids: [{ sizeMm: [25.4, 20, 5] }] } });
    expect(rows[2]).toMatchObject({
      why: [{ path: 'mass_g', message: '“2 mm”: mm does not measure this' }],
    });
    expect(rows[3]).toMatchObject({ why: [{ path: 'width_mm' }] });
  });

  it('refuses a second row of one id and a name that is taken', () => {
    const known = book(part('a', { name: 'Alpha', maker: 'M' }));
    const rows = planned(
      readCsv(
        'id,name,maker,length_mm,width_mm,height_mm\r\nb,alpha,m,1,1,1\r\nc,Other,M,1,1,1\r\nc,Third,M,1,1,1',
      ),
      known,
    );
    expect(rows.map((r) => r.fate)).toEqual(['refused', 'new', 'refused']);
    expect(rows[0]).toMatchObject({ why: [{ path: 'name' }] });
    expect(rows[2]).toMatchObject({ why: [{ path: 'id', message: '“c” is already in row 3' }] });
  });

  it('keeps markup and formulas as plain text', () => {
    const rows = planned(
      readCsv(`id,name,note,length_mm,width_mm,height_mm\r\na,<b>x</b>,"'=HYPERLINK(""y"")",1,1,1`),
    );
    expect(rows[0]).toMatchObject({ part: { name: '<b>x</b>', note: '=HYPERLINK("y")' } });
  });

  it('names a bad part of a pack by its place and field, beside the good ones', () => {
    const pack = JSON.parse(writePack([part('a'), part('b')])) as { parts: { massG?: unknown }[] };
    pack.parts[1]!.massG = 'heavy';
    const rows = planned(readPack(JSON.stringify(pack)));
    expect(rows).toMatchObject([
      { fate: 'new' },
      { fate: 'refused', place: 'parts[1]', why: [{ path: 'massG' }] },
    ]);
  });
});

describe('a file that is none', () => {
  it.each([
    ['{', /no JSON/],
    ['{"format":"zucchini-parts","formatVersion":2,"parts":[]}', /version 2.*up to version 1/],
    ['{"format":"other","formatVersion":1,"parts":[]}', /format/],
    ['[]', /no part pack/],
  ])('%s is refused as a whole', (content, why) => {
    const reading = readPack(content);
    expect(reading.state).toBe('malformed');
    expect(reading).toMatchObject({ message: expect.stringMatching(why) as unknown });
  });

  it.each([
    ['', /no header/],
    ['id,name,colour\r\na,b,c', /“colour”/],
    ['mass_g\r\n1', /neither/],
    ['id,name,weight,mass_g\r\n', /twice/],
    ['id,name\r\n"a,b', /Row/],
  ])('the table %j is refused with its place', (content, why) => {
    expect(readCsv(content)).toMatchObject({
      state: 'malformed',
      message: expect.stringMatching(why) as unknown,
    });
  });
});
