import { describe, expect, test } from '@jest/globals';
import { pathBox } from '../../geometry';
import { readDrawing } from '..';
import { fromSvg, fromText } from '../reading.test-support';

const areas = (body: string) => fromSvg(body).lines.map(({ area }) => Math.round(area));
const told = (body: string) => fromSvg(body).leftOut.map(({ kind }) => kind);
const PLATE = '<rect width="90" height="60" fill="none" stroke="#000"/>';

describe('what is filled is closed as the fill shows', () => {
  // Half a disc of radius 10; a Bezier arch, 3/5 of the box of its control points (Green's theorem by hand).
  test.each([
    ['a single arc', 'M10 30A10 10 0 0 1 30 30', Math.PI * 50],
    ['a single curve', 'M10 10C10 40 40 40 40 10', 540],
    ['two lines', 'M10 10H40V30', 300],
  ])('%s', (_name, d, area) => {
    const [, one] = fromSvg(`${PLATE}<path d="${d}"/>`).lines;
    expect(one!.path.closed).toBe(true);
    expect(one!.area).toBeCloseTo(area, 0);
  });
  test('a single straight line encloses nothing', () => {
    expect(fromSvg(`${PLATE}<path stroke="#000" d="M0 30H90"/>`).lines[1]!.path.closed).toBe(false);
  });
});

describe('sizes', () => {
  const sized = (head: string) => readDrawing(`<svg ${head}><rect width="50" height="20"/></svg>`);
  test('a share of a window is no size', () => {
    expect(sized('width="100%" height="100%" viewBox="0 0 100 50"')).toMatchObject({ value: { mmPerUnit: null } });
  });
  test('a drawing that fills its size whole has the smaller scale, one that is to cover it the larger', () => {
    const head = 'width="100mm" height="100mm" viewBox="0 0 100 50"';
    expect(sized(head)).toMatchObject({ value: { mmPerUnit: 1 } });
    expect(sized(`${head} preserveAspectRatio="xMidYMid slice"`)).toMatchObject({ value: { mmPerUnit: 2 } });
  });
  test('per cent within the drawing is a share of its view: of both sides for a radius', () => {
    expect(areas('<rect width="10%" height="50%"/>')).toEqual([30 * 150]);
    expect(areas('<circle cx="50%" cy="50%" r="10%"/>')).toEqual([Math.round(Math.PI * 900)]);
    expect(areas('<svg width="100" height="40"><rect width="50%" height="50%"/></svg>')).toEqual([50 * 20]);
  });
});

describe('styles that move and shape', () => {
  /** The upper left corner, seen from a dot at the origin. */
  const cornerOf = (body: string) => {
    const [dot, box] = fromSvg(`<circle r="0.6"/>${body}`).lines.map(({ path }) => pathBox(path));
    return { x: box!.minX - dot!.minX - 0.6, y: dot!.maxY - box!.maxY - 0.6 };
  };
  test.each([
    ['transform="translate(20 10)"', 20, 10],
    ['style="transform: translate(20px, 10px)"', 20, 10],
    ['style="transform:translateX(20px) rotate(0.5turn) scale(-1)"', 20, 0],
    ['transform="rotate(180 15 10) scale(-1,-1) translate(-50,-30)"', -20, -10],
    ['transform="matrix(1 0 0 1 7 0) , translate(13)"', 20, 0],
  ])('%s', (move, dx, dy) => {
    const there = cornerOf(`<rect x="100" y="100" width="40" height="20" ${move}/>`);
    expect(there).toEqual({ x: expect.closeTo(100 + dx, 6), y: expect.closeTo(100 + dy, 6) });
  });
  test('a transform that cannot be read is told, and what it moves is left out', () => {
    expect(told(`${PLATE}<rect width="9" height="9" transform="perspective(3)"/>`)).toEqual(['unreadable-numbers']);
    expect(told(`${PLATE}<rect width="9" height="9" transform="rotate(9)" style="transform-origin:50% 50%"/>`)).toEqual(
      ['unreadable-numbers'],
    );
  });
  test('sizes and the data of a path in a style', () => {
    expect(areas('<style>rect{width:40px;height:10px}</style><rect width="5" height="5"/>')).toEqual([400]);
    expect(areas('<circle r="3" style="r:10"/>')).toEqual([314]);
    expect(areas(`<path style="d:path('M0 0H30V20H0Z')"/>`)).toEqual([600]);
  });
  test('of a choice the first that asks for nothing special is drawn', () => {
    const choice =
      '<switch><foreignObject requiredExtensions="urn:x"/><g><rect width="30" height="30"/></g><rect width="80" height="80"/></switch>';
    expect(areas(choice)).toEqual([900]);
  });
  test('what is hidden hides what it holds, unless that says it is seen', () => {
    const hidden =
      '<g visibility="hidden"><rect width="20" height="20"/><rect visibility="visible" width="30" height="30"/></g>';
    expect(areas(PLATE + hidden)).toEqual([5400, 900]);
    expect(told(PLATE + hidden)).toEqual(['hidden']);
    expect(areas(`${PLATE}<g style="display:none"><rect style="display:inline" width="9" height="9"/></g>`)).toEqual([
      5400,
    ]);
  });
});

describe('the page', () => {
  const page = (fill: string, size = 300) => `<rect width="${String(size)}" height="300" fill="${fill}"/>`;
  test('a white sheet as large as the drawing, drawn first, is no part, and told', () => {
    const { lines, leftOut } = fromSvg(`${page('#FFF')}<rect x="20" y="20" width="40" height="20"/>`);
    expect([lines.map(({ kind, area }) => [kind, Math.round(area)]), leftOut.map(({ kind }) => kind)]).toEqual([
      [['outline', 800]],
      ['page'],
    ]);
  });
  test('alone, of another colour or smaller it is a part', () => {
    const part = '<rect x="20" y="20" width="40" height="20"/>';
    expect(areas(page('white'))).toEqual([90_000]);
    expect(areas(page('#fee') + part)).toHaveLength(2);
    expect(areas(page('#fff', 250) + part)).toHaveLength(2);
  });
});

describe('names and characters', () => {
  const svg = (head: string, body: string) => fromText(`<svg width="90mm" viewBox="0 0 90 90" ${head}>${body}</svg>`);
  test('attributes of another namespace do not stand for those of the drawing', () => {
    const { lines } = svg('xmlns:x="urn:x"', '<rect x:width="5" width="40" height="20" x:height="3" x:d="M0 0"/>');
    expect(lines.map(({ area }) => area)).toEqual([expect.closeTo(800, 6)]);
  });
  test('elements of another namespace draw nothing, with all they hold', () => {
    const foreign =
      '<x:rect width="70" height="70"/><rect xmlns="urn:x" width="60" height="60"/><x:g><rect width="9" height="9"/></x:g>';
    const { lines } = svg('xmlns:x="urn:x"', `<rect width="40" height="20"/>${foreign}`);
    expect(lines.map(({ area }) => Math.round(area))).toEqual([800]);
  });
  test('a drawing whose own names have a prefix is read', () => {
    const { lines } = fromText(
      '<s:svg xmlns:s="http://www.w3.org/2000/svg" width="90mm" viewBox="0 0 90 90"><s:rect width="40" height="20"/></s:svg>',
    );
    expect(lines).toHaveLength(1);
  });
  test('characters by their number are what they stand for', () => {
    expect(areas('<path d="M0&#10;0H40&#xA;V20&#13;H0Z"/>')).toEqual([800]);
    expect(areas('<polygon points="0,0&#10;40,0&#9;40,30"/>')).toEqual([600]);
    expect(fromSvg(`${PLATE}<path d="M0 30H90" stroke="#000" style="fill&#58;none"/>`).lines[1]!.kind).toBe('through');
  });
  test('a text that the file declares is put in once, so that none can multiply', () => {
    const head =
      '<!DOCTYPE svg [<!ENTITY open "fill:none;stroke:#000"><!ENTITY a "&open;&open;"><!ENTITY b "&a;&a;">]>';
    const drawing = fromText(
      `${head}<svg width="90mm" viewBox="0 0 90 60">${PLATE}<path style="&open;" d="M0 30H90"/><path style="&b;" d="M0 9H90"/></svg>`,
    );
    expect(drawing.lines[1]!.kind).toBe('through');
  });
  test.each(['isPrototypeOf', 'hasOwnProperty', 'toString', 'valueOf'])('an element named %s draws nothing', (name) => {
    expect(areas(`<${name} id="constructor" class="toString"/>${PLATE}`)).toEqual([5400]);
  });
});

describe('large and deep', () => {
  test('groups ten thousand deep, each moved', () => {
    const deep = '<g transform="translate(0.001)">'.repeat(10_000);
    const { lines } = fromSvg(`<circle r="0.6"/>${deep}<rect width="20" height="10"/>${'</g>'.repeat(10_000)}`);
    const [dot, box] = lines.map(({ path }) => pathBox(path));
    expect(box!.minX - dot!.minX).toBeCloseTo(10.6, 6);
  });
  test('more siblings than a call takes are answered', () => {
    const many = readDrawing(`<svg viewBox="0 0 9 9">${'<path d="M0 0H9V9Z"/>'.repeat(130_000)}</svg>`);
    expect(many).toMatchObject({ ok: false, error: { kind: 'too-many-points' } });
  });
  test('two hundred thousand points without a letter each are the same as with them', () => {
    const points = Array.from({ length: 200_000 }, (_none, i) => {
      const angle = (2 * Math.PI * i) / 200_000;
      return `${(100 * Math.cos(angle)).toFixed(4)} ${(100 * Math.sin(angle)).toFixed(4)}`;
    });
    const read = (d: string) => {
      const raw = readDrawing(`<svg viewBox="0 0 9 9"><path d="${d}Z"/></svg>`);
      if (!raw.ok) throw new Error(raw.error.kind);
      return raw.value.lines.map(({ path }) => path);
    };
    const isSame = JSON.stringify(read(`M${points.join(' ')}`)) === JSON.stringify(read(`M${points.join('L')}`));
    expect(isSame).toBe(true);
    expect(read(`m0 0 1,1-1-1.5.5e-1,1`)).toEqual(read('M0 0l1 1l-1 -1.5l.05 1'));
  });
});
