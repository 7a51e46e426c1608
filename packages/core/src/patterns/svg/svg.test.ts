import { describe, expect, test } from '@jest/globals';
import { fromSvg, fromText } from '../reading.test-support';

const areas = (body: string) => fromSvg(body).lines.map(({ area }) => Math.round(area));

describe('references', () => {
  test('use draws its target again, shifted; of a symbol at the size it is given', () => {
    expect(
      areas(
        '<defs><rect id="tag" width="20" height="10"/></defs><use href="#tag"/><use href="#tag" x="50" transform="scale(2)"/>',
      ),
    ).toEqual([200, 800]);
    const symbol =
      '<symbol id="sail" viewBox="0 0 10 10"><path d="M0 0H10V10Z"/></symbol><use href="#sail" width="40" height="40"/>';
    expect(areas(symbol)).toEqual([800]);
  });

  test('the same element used twice makes two lines of different names', () => {
    const { lines } = fromSvg(
      '<defs><rect id="tag" width="20" height="10"/></defs><use href="#tag"/><use href="#tag" x="50"/>',
    );
    expect(new Set(lines.map(({ id }) => id)).size).toBe(2);
  });

  test('a use of itself, and of its own ancestor, ends and is named', () => {
    const { leftOut } = fromSvg('<rect width="40" height="40"/><g id="loop"><use href="#loop"/></g>');
    expect(leftOut.map(({ kind }) => kind)).toEqual(['circular-reference']);
  });

  test('uses that double at each level are refused before they are many', () => {
    const levels = Array.from(
      { length: 30 },
      (_none, i) => `<g id="l${String(i + 1)}"><use href="#l${String(i)}"/><use href="#l${String(i)}"/></g>`,
    ).join('');
    expect(() => fromSvg(`<defs><rect id="l0" width="9" height="9"/>${levels}</defs><use href="#l30"/>`)).toThrow(
      'too-many-points',
    );
  });
});

describe('nested views', () => {
  test('an inner svg fits its view box whole and in the middle, or as it says', () => {
    const inner = (keep: string) =>
      `<svg x="100" y="0" width="100" height="50" viewBox="0 0 10 10" ${keep}><rect width="10" height="10"/></svg>`;
    expect(areas(inner(''))).toEqual([2500]);
    expect(areas(inner('preserveAspectRatio="none"'))).toEqual([5000]);
    expect(areas(inner('preserveAspectRatio="xMidYMid slice"'))).toEqual([10_000]);
  });
});

describe('style', () => {
  test('by class, id, element and inline, in the order of the cascade', () => {
    const { lines } = fromSvg(
      `<style>.fold { stroke: red; stroke-dasharray: 2 1 } path.fold { stroke: blue } #mine { stroke: green }</style>
       <rect width="90" height="90" fill="none" stroke="#000"/>
       <path class="fold" fill="none" d="M10 10H80"/><path id="mine" class="fold" fill="none" d="M10 20H80"/>
       <path class="fold" style="stroke:#123456" fill="none" d="M10 30H80"/>`,
    );
    expect(lines.slice(1).map(({ colour, kind }) => [colour, kind])).toEqual([
      ['blue', 'fold'],
      ['green', 'fold'],
      ['#123456', 'fold'],
    ]);
  });

  const plate = '<rect width="90" height="60" fill="none" stroke="#000"/>';
  test.each([
    ['fill="transparent"', 'through'],
    ['fill="rgba(0,0,0,0)"', 'through'],
    ['fill="rgb(0 0 0 / 0%)"', 'through'],
    ['fill="#c7a0"', 'through'],
    ['fill="#11223300"', 'through'],
    ['fill="Transparent"', 'through'],
    ['fill="red" fill-opacity="0"', 'through'],
    ['fill="red" fill-opacity="0.0%"', 'through'],
    ['style="fill:none !important"', 'through'],
    ['style="FILL: none"', 'through'],
    ['style="Fill:NONE;opacity:1"', 'through'],
    ['fill="none"', 'through'],
    ['fill="none" stroke-dasharray="0"', 'through'],
    ['fill="none" stroke-dasharray="0 0"', 'through'],
    ['fill="none" stroke-dasharray="1,0"', 'through'],
    ['fill="none" stroke-dasharray=""', 'through'],
    ['fill="none" stroke-dasharray="none"', 'through'],
    ['fill="none" stroke-dasharray="2"', 'fold'],
    ['fill="none" stroke-dasharray="3 0 1"', 'fold'],
    ['fill="none" stroke-dasharray="4,2"', 'fold'],
  ])('an open line from edge to edge with %s is a %s line', (look, kind) => {
    const { lines } = fromSvg(`${plate}<path d="M0 30C30 10 60 50 90 30" stroke="#000" ${look}/>`);
    expect(lines.map((line) => line.kind)).toEqual(['outline', kind]);
  });

  test('what has no opacity is hidden, and told so', () => {
    const { leftOut, lines } = fromSvg(`${plate}<rect x="9" y="9" width="20" height="20" opacity="0"/>`);
    expect([lines.length, leftOut.map(({ kind }) => kind)]).toEqual([1, ['hidden']]);
  });

  test('a last figure of points without its other is no point', () => {
    expect(areas('<polygon points="0,0 40,0 40,30 0,30 7"/>')).toEqual([1200]);
  });

  test('what a class hides is named as hidden', () => {
    const { leftOut, lines } = fromSvg(
      '<style>.off { display: none }</style><rect width="9" height="9"/><rect class="off" width="50" height="50"/>',
    );
    expect([lines.length, leftOut.map(({ kind }) => kind)]).toEqual([1, ['hidden']]);
  });

  test('groups are layers, by their label or name, the innermost first', () => {
    const { lines } = fromText(
      '<svg width="90mm" viewBox="0 0 90 90" xmlns:d="urn:drawing"><rect width="90" height="90"/><g d:label="Drill here"><circle cx="9" cy="9" r="2"/></g><g id="a"><g id="guides"><rect width="60" height="60"/></g></g></svg>',
    );
    expect(lines.map(({ layer, kind }) => [layer, kind])).toEqual([
      ['', 'outline'],
      ['Drill here', 'drilled'],
      ['guides', 'ignore'],
    ]);
  });

  test('a style sheet that cannot be read says nothing, and the drawing is read all the same', () => {
    expect(areas('<style>{{{ not css ]]</style><rect width="10" height="10"/>')).toEqual([100]);
  });
});
