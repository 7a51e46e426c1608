import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pathBox } from '../geometry';
import { followSteps, measureCut, noSteps, readDrawing, type Drawing } from '.';
import { tried } from '../cases.test-support';

const svg = (inside: string, root = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${root}>${inside}</svg>`;

function drawn(text: string, whenUnsized = 1): Drawing {
  const raw = readDrawing(text);
  if (!raw.ok) throw new Error(raw.error.kind);
  const drawing = followSteps(raw.value, noSteps(raw.value.mmPerUnit ?? whenUnsized));
  if (!drawing.ok) throw new Error(drawing.error.kind);
  return drawing.value;
}

function refusal(text: string, mmPerUnit = 1): string {
  const raw = readDrawing(text);
  if (!raw.ok) return raw.error.kind;
  const drawing = followSteps(raw.value, noSteps(mmPerUnit));
  return drawing.ok ? 'taken' : drawing.error.kind;
}

describe('size', () => {
  const box = '<rect width="10" height="20"/>';
  // CSS: 25.4 mm, 2.54 cm, 72 pt, 6 pc, 101.6 q to the inch.
  test.each([
    ['width="4in" viewBox="0 0 100 100"', 10.16, 20.32],
    ['width="100mm" viewBox="0 0 50 50"', 20, 40],
    ['height="5cm" viewBox="0 0 100 100"', 5, 10],
    ['width="72pt" height="72pt" viewBox="0 0 254 254"', 1, 2],
    ['width="6pc" viewBox="5 5 25.4 25.4"', 10, 20],
    ['width="100mm" height="50mm" viewBox="0 0 100 100"', 5, 10],
    ['width="2in"', (10 * 25.4) / 96, (20 * 25.4) / 96],
  ])('<svg %s> makes a 10 by 20 rectangle %d by %d mm', (root, width, height) => {
    const drawing = drawn(svg(box, root));
    expect(drawing.width).toBeCloseTo(width, 5);
    expect(drawing.height).toBeCloseTo(height, 5);
  });

  test.each(['', 'width="100" height="100"', 'width="100px" viewBox="0 0 10 10"', 'width="100%"'])(
    '<svg %s> gives no physical size, so the maker is asked',
    (root) => {
      const raw = readDrawing(svg(box, root));
      expect(raw).toMatchObject({ ok: true, value: { mmPerUnit: null } });
    },
  );

  test('a view box without a size is refused with its text', () => {
    const raw = readDrawing(svg(box, 'width="10mm" viewBox="0 0 0 NaN"'));
    expect(raw).toMatchObject({ ok: false, error: { kind: 'unreadable-size', where: 'viewBox="0 0 0 NaN"' } });
  });
});

describe('shapes and paths', () => {
  test.each([
    ['<circle cx="50" cy="50" r="20"/>', Math.PI * 400],
    ['<ellipse cx="50" cy="50" rx="20" ry="10"/>', Math.PI * 200],
    ['<rect x="5" y="5" width="30" height="20"/>', 600],
    ['<rect width="30" height="20" rx="5"/>', 600 - (4 - Math.PI) * 25],
    ['<polygon points="0,0 10,0 10,10"/>', 50],
    ['<polyline points="0 0 10 0 10 10 0 0"/>', 50],
    ['<path d="M10 10h20v20h-20z"/>', 400],
    ['<path d="m10,10 20,0 0,20 -20,0"/>', 400],
    ['<path d="M0 0H10V10H0Z M20 0Q30 0 30 10L20 10Z"/>', 100 + 100 - 50 / 3],
    ['<path d="M30 50A20 20 0 1 1 30 50.001Z" stroke="red"/>', Math.PI * 400],
    ['<path d="M10 0A10 10 0 0 1 -10 0Z"/>', Math.PI * 50],
    ['<path d="M10 0A10 10 0 0 0 0 -10L0 0Z"/>', Math.PI * 25],
    ['<path d="M0 0C0 10 10 10 10 0S20 -5 20 0T0 0z"/>', null],
  ])('%s', (shape, area) => {
    const drawing = drawn(svg(shape));
    const total = drawing.lines.reduce((sum, line) => sum + line.area, 0);
    if (area === null) expect(drawing.lines).toHaveLength(1);
    // Exact but for the nanometre grid and the ellipse, which goes to cubics.
    else expect(Math.abs(total - area) / area).toBeLessThan(shape.startsWith('<ellipse') ? 3e-4 : 1e-6);
  });

  test('nested transforms, worked by hand', () => {
    const nested = svg(
      '<g transform="translate(10 20)"><g transform="scale(2)"><rect transform="rotate(90)" width="3" height="5"/></g></g>',
    );
    const drawing = drawn(nested);
    // rotate: x -5..0, y 0..3; scale 2: 10 by 6; the shift is taken out since the drawing starts at its own corner.
    expect([drawing.width, drawing.height]).toEqual([10, 6]);
  });

  test('a circle stays exact through turning, mirroring and even scaling, and goes to cubics when squashed', () => {
    const kinds = (transform: string) =>
      drawn(svg(`<circle r="10" transform="${transform}"/>`)).lines[0]!.path.segments.map(({ kind }) => kind);
    expect(kinds('rotate(30) scale(-2 2)')).toEqual(['arc', 'arc']);
    expect(new Set(kinds('scale(2 1)'))).toEqual(new Set(['cubic']));
  });

  test('y points up: the tip of an arrow drawn upwards lies at the top', () => {
    const drawing = drawn(svg('<path d="M0 40L10 0L20 40Z"/>'));
    expect(drawing.lines[0]!.path.segments[0]!.to).toEqual({ x: 10, y: 40 });
    expect(pathBox(drawing.lines[0]!.path)).toEqual({ minX: 0, minY: 0, maxX: 20, maxY: 40 });
  });

  test('random arcs end where they should and lie on their circle', () => {
    const at = fc.integer({ min: -50, max: 50 });
    fc.assert(
      fc.property(at, at, fc.integer({ min: 1, max: 90 }), fc.boolean(), fc.boolean(), (x, y, r, large, positive) => {
        fc.pre(Math.hypot(x, y) > 1);
        const raw = readDrawing(svg(`<path d="M0 0A${r} ${r} 0 ${Number(large)} ${Number(positive)} ${x} ${y}Z"/>`));
        if (!raw.ok) throw new Error(raw.error.kind);
        const segment = raw.value.lines[0]!.path.segments[0]!;
        if (segment.kind !== 'arc') throw new Error('not an arc');
        const radius = Math.hypot(segment.center.x, segment.center.y);
        expect(radius).toBeCloseTo(Math.max(r, Math.hypot(x, y) / 2), 6);
        expect(Math.hypot(x - segment.center.x, -y - segment.center.y)).toBeCloseTo(radius, 6);
        const chord = 2 * radius * Math.abs(Math.sin(segment.sweep / 2));
        expect(chord).toBeCloseTo(Math.hypot(x, y), 5);
        // SVG's positive sweep runs clockwise to the eye, which is negative with y up.
        expect(Math.sign(segment.sweep)).toBe(positive ? -1 : 1);
      }),
      tried(100),
    );
  });
});

describe('what is left out is named', () => {
  test('text, pictures, scripts, references and hidden things', () => {
    const drawing = drawn(
      svg(`<rect width="50" height="50"/>
        <text x="3" y="3">Hello</text>
        <image href="data:image/png;base64,AAAA"/>
        <image href="other.png"/>
        <script>alert(1)</script>
        <use href="#nothing"/>
        <use href="other.svg#wing"/>
        <g display="none"><circle r="3"/></g>
        <path d="M0 0h24v24h-24z" fill="none"/>
        <circle r="5" cx="20" cy="20" clip-path="url(#c)"/>
        <clipPath id="c"><rect width="4" height="4"/></clipPath>
        <path d="M0 0L1 NaN Z"/>`),
    );
    expect(drawing.lines.map(({ id }) => id)).toEqual(['rect #1', 'circle #1']);
    expect(drawing.leftOut.map(({ kind, where }) => `${kind}: ${where}`).sort()).toEqual([
      'broken-reference: use #1',
      'clip-or-mask: circle #1',
      'hidden: g #1',
      'hidden: path #1',
      'outside-reference: image #2',
      'outside-reference: use #2',
      'picture: image #1',
      'script: script #1',
      'text: text #1',
      'unreadable-numbers: path #2',
    ]);
  });
});

describe('bad files', () => {
  test.each([
    ['plain words', 'hello', 'not-a-drawing'],
    ['nothing at all', '', 'not-a-drawing'],
    ['a web page', '<html><body/></html>', 'not-an-svg'],
    ['broken XML', '<svg><path d="M0 0"', 'not-an-svg'],
    ['no shapes', svg(''), 'no-lines'],
    ['only text', svg('<text>Words</text>'), 'no-lines'],
    ['a speck alone', svg('<rect width="0.2" height="0.2"/>'), 'too-small-a-drawing'],
    ['numbers that are none', svg('<path d="M0 0 L NaN 3 Z"/>'), 'no-lines'],
    ['coordinates of 1e12', svg('<rect width="1e12" height="5"/>'), 'too-large-a-drawing'],
    ['infinite coordinates', svg('<rect width="1e999" height="5"/>'), 'no-lines'],
    ['eleven megabytes', svg(`<!--${'x'.repeat(11 * 1024 * 1024)}-->`), 'too-large-a-file'],
    ['a million points', svg(`<path d="M0 0${'l1 1'.repeat(1_000_000)}"/>`), 'too-many-points'],
  ])('%s', (_name, text, kind) => {
    expect(refusal(text)).toBe(kind);
  });

  test('an entity bomb is never expanded', () => {
    const layers = Array.from({ length: 12 }, (_, i) => `<!ENTITY b${i + 1} "${`&b${i};`.repeat(10)}">`).join('');
    const bomb = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY b0 "boom">${layers}]><svg><text>&b12;</text><rect width="9" height="9"/></svg>`;
    expect(['taken', 'not-an-svg']).toContain(refusal(bomb));
  });

  test('groups nested a thousand deep are read', () => {
    const deep = `${'<g>'.repeat(1000)}<rect width="5" height="5"/>${'</g>'.repeat(1000)}`;
    expect(refusal(svg(deep))).toBe('taken');
  });

  test('whatever the text, it is taken or refused with a place and a hint, never thrown', () => {
    const scrap = fc.array(
      fc.constantFrom(
        '<svg>',
        '</svg>',
        '<g>',
        '<path d="',
        'M0 0',
        'L5 5',
        'A1 1 0 0 1',
        'Z',
        '"/>',
        'e9',
        '&x;',
        '<rect width="4" height="4"/>',
      ),
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          scrap.map((bits) => bits.join(' ')),
          scrap.map((bits) => svg(bits.join(' '))),
        ),
        (text) => {
          const raw = readDrawing(text);
          if (!raw.ok) expect(raw.error.hint.length > 0 && raw.error.where.length > 0).toBe(true);
          else expect(['taken', 'no-lines', 'too-large-a-drawing', 'too-small-a-drawing']).toContain(refusal(text));
        },
      ),
      tried(100),
    );
  });
});

describe('cuts', () => {
  test('inside corners: the hollow ones of an outline, those of an opening', () => {
    const plus = drawn(svg('<path d="M10 0h10v10h10v10h-10v10h-10v-10h-10v-10h10z"/>')).lines[0]!;
    expect(measureCut(plus.path, 'outside')).toMatchObject({
      corners: 12,
      sharpInsideCorners: 4,
      lengthMm: 120,
      tightest: null,
    });
    expect(measureCut(plus.path, 'inside')).toMatchObject({ corners: 12, sharpInsideCorners: 8 });
  });

  test('depth: part, inside cut, piece that falls out', () => {
    const target = drawn(svg('<circle r="30"/><circle r="20"/><circle r="10"/>'));
    expect(target.lines.map(({ kind, parent }) => [kind, parent])).toEqual([
      ['outline', null],
      ['inside', 'circle #1'],
      ['outline', 'circle #1'],
    ]);
    expect(measureCut(target.lines[1]!.path, 'inside').tightest?.radius).toBeCloseTo(20, 5);
  });
});
