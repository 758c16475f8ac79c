import { describe, expect, it } from '@jest/globals';
import { longestSheet, readSheet, readTitle, stripMarkup } from '../reading/index.js';
import { guessThing, listProducts, suggestAnswers } from './index.js';

const tell = (text: string) => listProducts(text).map((p) => `${p.thing?.label}: ${p.title}`);

describe('a pasted gear list', () => {
  it('becomes its products, line by line, each with what it is', () => {
    expect(
      tell(`1x Heron 2 mirrorless camera, 600 g
Alder 24-70 mm f/2.8 lens, 690 g
Half cage for Heron 2 - 180 g
- Top handle NATO 120 mm
2 x Heron battery 16 Wh
Lagoon 5.5" field monitor, 298 g
Friction arm 7 inch
Shotgun mic
Cable HDMI D to A 30 cm`),
    ).toEqual([
      'Camera body: Heron 2 mirrorless camera',
      'Lens: Alder 24-70 mm f/2.8 lens',
      'Cage: Half cage for Heron 2',
      'Top handle: Top handle NATO 120 mm',
      'Battery: Heron battery 16 Wh',
      'Monitor: Lagoon 5.5" field monitor',
      'Arm: Friction arm 7 inch',
      'Microphone: Shotgun mic',
      'Lead: Cable HDMI D to A 30 cm',
    ]);
  });

  it('leaves what no word explains to the person, and does not mix it with another', () => {
    expect(
      tell(
        'Heron camera\n600 g\n\nWillow something\n44 g\n\nFeatures\n1000 nits\n\nAlder lens\n480 g',
      ),
    ).toEqual(['Camera body: Heron camera', 'undefined: Willow something', 'Lens: Alder lens']);
  });

  it('hands each its own text, and no letter of it is lost', () => {
    const text = 'Heron 2 camera\nWeight: 600 g\n\nPeat battery for Heron 2\n16.4 Wh, 80 g';
    const products = listProducts(text);
    expect(products.map((p) => p.text)).toEqual([
      'Heron 2 camera\nWeight: 600 g',
      'Peat battery for Heron 2\n16.4 Wh, 80 g',
    ]);
    const kept = products.map(({ from, to }) => text.slice(from, to)).join('');
    expect(kept.replace(/\s/gu, '')).toBe(text.replace(/\s/gu, ''));
  });

  it('two that state sizes of their own are two, whatever they are called', () => {
    const page = (name: string) => `${name}, 1200 nits\nDimensions: 142 x 89 x 28 mm\nWeight 310 g`;
    expect(tell(`${page('Saltmarsh 5')}\n\n${page('Saltmarsh 7')}`)).toEqual([
      'undefined: Saltmarsh 5',
      'undefined: Saltmarsh 7',
    ]);
    expect(listProducts(page('Saltmarsh 5').replace('\n', '\n\n'))).toHaveLength(1);
    expect(guessThing('Saltmarsh field display')?.label).toBe('Monitor');
  });

  it('one page with gaps between its lines is one product', () => {
    const page =
      'Lagoon field monitor\nScreen: 5.5"\n\nPower input: 7–17 V DC\n\nBattery: sold apart';
    expect(tell(page)).toEqual(['Monitor: Lagoon field monitor']);
    expect(listProducts(page)[0]!.text).toBe(page);
  });

  it.each(['', '  \n \t\n', '----\n'])('none of %j', (text) => {
    expect(listProducts(text).filter((p) => p.text.trim() !== '' && p.thing)).toEqual([]);
  });

  it('is what its last word names, for whatever it is made', () => {
    const named = (title: string) => guessThing(title)?.label;
    expect(
      ['Camera cage', 'Cage for Heron camera', 'Battery plate, V-mount', 'Monitor arm'].map(named),
    ).toEqual(['Cage', 'Cage', 'Battery plate', 'Arm']);
    expect(named('Willow')).toBeUndefined();
  });
});

describe('what a page is called', () => {
  it.each([
    ['Lagoon field monitor, 5.5"\n298 g', 'Lagoon field monitor'],
    ['\n\n  Heron 2 | mirrorless', 'Heron 2'],
    ['Weight: 300 g', undefined],
    ['Weight:', undefined],
    ['298 g, a monitor', undefined],
    ['', undefined],
  ])('%j is called %j', (text, title) => {
    expect(readTitle(text)?.text).toBe(title);
  });

  it('stands where it says it stands', () => {
    const text = '\n  Heron 2 (body)';
    const { from, to } = readTitle(text)!;
    expect(text.slice(from, to)).toBe('Heron 2');
  });
});

describe('bad pages', () => {
  it('with markup read as the same page without it', () => {
    const page =
      '<div class="x"><h1>Heron 2 camera</h1><table><tr><td>Weight</td><td>600&nbsp;g</td></tr>' +
      '<tr><td>Size (W x H x D)</td><td>129.6 &times; 90.2 &times; 79.8&nbsp;mm</td></tr></table>' +
      '<script>var w = "900 g";</script><!-- 17 g --></div>';
    const plain = stripMarkup(page);
    expect(plain).toBe('Heron 2 camera\nWeight | 600 g\nSize (W x H x D) | 129.6 × 90.2 × 79.8 mm');
    const read = suggestAnswers(guessThing('camera')!, readSheet(plain));
    expect(Object.assign({}, ...read.map((s) => s.answers))).toEqual({
      massG: 600,
      widthMm: 129.6,
      heightMm: 90.2,
      overallMm: 79.8,
    });
  });

  it('without markup stay as they are, whatever signs are in them', () => {
    const text = 'for loads < 600 g and > 20 g, R&D; 5 < 6';
    expect(stripMarkup(text)).toBe(text);
    expect(stripMarkup('600&nbsp;g &bogus; &#9731; &#xZZ;')).toBe('600 g &bogus; ☃ &#xZZ;');
  });

  it('begun with a row of a table has no name yet', () => {
    expect(readTitle('Weight | 310 g\nSize | 142 × 89 mm')).toBeUndefined();
    expect(readTitle('Saltmarsh | the 5.5 inch display')?.text).toBe('Saltmarsh');
  });

  it('without a break says of each figure only what stands near it', () => {
    const { found } = readSheet(
      `${'lorem ipsum '.repeat(60)}310 g ${'dolor sit '.repeat(60)}28 mm`,
    );
    expect(found.map((f) => f.text)).toEqual(['310 g', '28 mm']);
    for (const { label, after } of found) {
      expect(Math.max(label.length, after.length)).toBeLessThanOrEqual(300);
    }
    // Near enough they are its label.
    expect(readSheet('Weight without battery 310 g').found[0]!.label).toBe(
      'Weight without battery',
    );
  });

  it('with the numbers of another language', () => {
    const { found } = readSheet('Gewicht: 1.250 g\nMaße (B × H × T): 129,6 × 90,2 × 79,8 mm');
    expect(found.map((f) => f.is)).toEqual([
      { type: 'figure', dimension: 'massG', value: 1250 },
      { type: 'sizes', valuesMm: [129.6, 90.2, 79.8], order: ['w', 'h', 'd'] },
    ]);
  });

  it('with no figure at all give none, and say what was not understood', () => {
    const { found, unread } = readSheet('A lovely little monitor for every day');
    expect([found, unread.map((u) => u.text)]).toEqual([
      [],
      ['A lovely little monitor for every day'],
    ]);
  });

  it('of two megabytes are read as far as a sheet goes, and the rest is told', () => {
    const page = 'Weight: 600 g\n'.repeat(150_000);
    const { unread } = readSheet(page);
    expect(unread.at(-1)).toMatchObject({ from: longestSheet, to: page.length });
    expect(listProducts(page).length).toBeLessThan(10);
  });
});
