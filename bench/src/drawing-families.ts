import { randomFrom } from './random';

/** A file as another program might write it, and what is in it: of each wood piece its area, mm2, and how many open lines pass through. */
export interface StrangeFile {
  readonly text: string;
  readonly parts: readonly number[];
  readonly through: number;
}

export interface DrawingFamily {
  readonly name: string;
  readonly make: (seed: number) => StrangeFile;
}

type Random = () => number;
const whole = (random: Random, low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
const oneOf = <T>(random: Random, ...of: readonly [T, ...T[]]): T => of[Math.floor(random() * of.length)] ?? of[0];

interface Plate {
  readonly width: number;
  readonly height: number;
  readonly hole: number;
}

const plateOf = (random: Random): Plate => {
  const [width, height] = [whole(random, 40, 120), whole(random, 40, 120)];
  return { width, height, hole: whole(random, 4, 15) };
};
const area = ({ width, height, hole }: Plate): number => width * height - Math.PI * hole ** 2;

const svg = (body: string, root = 'width="300mm" height="300mm" viewBox="0 0 300 300"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${root}>${body}</svg>`;
const boxPath = ({ width, height }: Plate): string => `M10 10h${String(width)}v${String(height)}h-${String(width)}z`;
const circle = ({ width, height, hole }: Plate, more = ''): string =>
  `<circle cx="${String(10 + width / 2)}" cy="${String(10 + height / 2)}" r="${String(hole)}"${more}/>`;

/** Ways to say that a line is not filled, so that an open one stays open and saws through. */
function unfilled(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const none = oneOf(
    random,
    'fill="transparent"',
    'fill="none"',
    'fill-opacity="0"',
    'style="fill:none !important"',
    'style="FILL:none"',
    'style="fill:&#110;one"',
    'fill="rgba(0,0,0,0)"',
    'style="fill-opacity:0%"',
  );
  const y = 10 + plate.height / 2;
  const line = `<path ${none} stroke="#000" d="M10 ${String(y)}C30 ${String(y - 8)} ${String(plate.width - 20)} ${String(y + 8)} ${String(10 + plate.width)} ${String(y)}"/>`;
  return { text: svg(`<path d="${boxPath(plate)}"/>${line}`), parts: [plate.width * plate.height], through: 1 };
}

/** Dash patterns that draw a whole line. */
function undashed(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const dash = oneOf(random, '0', '0 0', '1,0', '', 'none', ' 3 0 ', '0,0,0');
  const look = `fill="none" stroke="#000" stroke-dasharray="${dash}"`;
  return {
    text: svg(`<path ${look} d="${boxPath(plate)}"/>${circle(plate, ` ${look}`)}`),
    parts: [area(plate)],
    through: 0,
  };
}

/** Filled subpaths that nobody closed. */
function openFilled(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const [r, side] = [whole(random, 10, 40), whole(random, 20, 60)];
  const size = String(side);
  const [d, filled] = oneOf<[string, number]>(
    random,
    [`M50 50a${String(r)} ${String(r)} 0 0 1 ${String(2 * r)} 0`, (Math.PI * r * r) / 2],
    [`M50 50h${size}v${size}h-${size}`, side * side],
    [`M50 50h${size}v${size}`, (side * side) / 2],
    [`M50 50q${size} 0 ${size} ${size}`, (side * side) / 3],
  );
  return { text: svg(`<path d="${d}"/>`), parts: [filled], through: 0 };
}

/** The same plate at its size under views and transforms of many kinds. */
function placed(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const body = `<path d="${boxPath(plate)}"/>${circle(plate)}`;
  const angle = whole(random, 1, 359);
  const text = oneOf(
    random,
    svg(`<g transform="rotate(${String(angle)} 70 70)">${body}</g>`),
    svg(`<g style="transform:rotate(${String(angle)}deg)">${body}</g>`),
    svg(`<g transform="scale(.5)"><g transform="translate(9 4) scale(2)">${body}</g></g>`),
    svg(`<g transform="matrix(-1 0 0 1 300 0)">${body}</g>`),
    svg(body, 'width="300mm" height="150mm" viewBox="0 0 300 300" preserveAspectRatio="xMidYMid slice"'),
    svg(`<symbol id="s" overflow="visible">${body}</symbol><use href="#s" x="20"/>`),
    svg(`<switch>${`<g>${body}</g>`}<path d="M0 0h9v9h-9z"/></switch>`),
    svg(`<rect width="300" height="300" fill="white"/>${body}`),
  );
  return { text, parts: [area(plate)], through: 0 };
}

/** Things beside the drawing that are not drawn. */
function foreign(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const body = `<path d="${boxPath(plate).replaceAll('h', '&#10;h')}"/>${circle(plate)}`;
  const beside = oneOf(
    random,
    '<x:path xmlns:x="urn:other" d="M0 0h9v9h-9z"/>',
    '<g opacity="0" visibility="hidden"><path d="M150 150h9v9h-9z"/></g>',
    '<defs><path d="M150 150h9v9h-9z"/></defs>',
    '<g display="none"><path d="M150 150h9v9h-9z"/></g>',
    '<metadata><path d="M150 150h9v9h-9z"/></metadata>',
    '<path d="M150 150h9v9h-9z" visibility="hidden"/>',
  );
  return { text: svg(body + beside), parts: [area(plate)], through: 0 };
}

/** A row of outlines that overlap, in one element or each in its own. */
function overlapping(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const n = whole(random, 2, 5);
  const [side, step, rise] = [40, whole(random, 20, 36), whole(random, 0, 1) * 5];
  const one = Array.from({ length: n }, (_, i) => `M${String(10 + i * step)} ${String(10 + i * rise)}h40v40h-40z`);
  const shared = (side - step) * (side - rise);
  const text = svg(random() < 0.5 ? `<path d="${one.join('')}"/>` : one.map((d) => `<path d="${d}"/>`).join(''));
  return { text, parts: [n * side * side - (n - 1) * shared], through: 0 };
}

type Groups = readonly (string | number)[];
const IN_MM: Groups = [9, '$INSUNITS', 70, 4];
const dxf = (entities: Groups, tables: Groups = []): string =>
  [
    0,
    'SECTION',
    2,
    'HEADER',
    ...IN_MM,
    0,
    'ENDSEC',
    ...tables,
    0,
    'SECTION',
    2,
    'ENTITIES',
    ...entities,
    0,
    'ENDSEC',
    0,
    'EOF',
  ]
    .map(String)
    .join('\n');
const dxfCircle = ({ width, height, hole }: Plate): Groups => [
  0,
  'CIRCLE',
  8,
  '0',
  10,
  width / 2,
  20,
  height / 2,
  40,
  hole,
];
const corners = ({ width, height }: Plate): (readonly [number, number])[] => [
  [0, 0],
  [width, 0],
  [width, height],
  [0, height],
];

/** A polyline whose groups stand in an order of their own. */
function shuffledGroups(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const vertices = corners(plate).flatMap(([x, y]) => [10, x, 20, y]);
  const heads = [
    [8, '0'],
    [90, 4],
    [70, 1],
    [91, 7],
    [43, 0],
  ].sort(() => random() - 0.5);
  const before = whole(random, 0, heads.length);
  const entity: Groups = [
    0,
    'LWPOLYLINE',
    ...heads.slice(0, before).flat(),
    ...vertices,
    ...heads.slice(before).flat(),
  ];
  return { text: dxf([...entity, ...dxfCircle(plate)]), parts: [area(plate)], through: 0 };
}

/** Ellipses whose end is a whole turn but for what rounding left. */
function wholeTurns(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const [a, share] = [whole(random, 20, 60), whole(random, 3, 10) / 10];
  const end = oneOf(random, '6.28319', '6.28318530718', '6.283185', '6.2831853071796', '6.28318530800');
  const angle = random() * 7;
  const ellipse: Groups = [
    0,
    'ELLIPSE',
    8,
    '0',
    10,
    50,
    20,
    50,
    11,
    a * Math.cos(angle),
    21,
    a * Math.sin(angle),
    40,
    share,
    41,
    '0.0',
    42,
    end,
  ];
  return { text: dxf(ellipse), parts: [Math.PI * a * a * share], through: 0 };
}

/** A plate drawn a second time in another form, whole or in part. */
function drawnTwice(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const at = corners(plate);
  const polyline: Groups = [0, 'LWPOLYLINE', 8, '0', 90, 4, 70, 1, ...at.flatMap(([x, y]) => [10, x, 20, y])];
  const line = ([x1, y1]: readonly [number, number], [x2, y2]: readonly [number, number]): Groups => [
    0,
    'LINE',
    8,
    '0',
    10,
    x1,
    20,
    y1,
    11,
    x2,
    21,
    y2,
  ];
  const sides = at.map((from, i) => ({ from, to: at[(i + 1) % 4] ?? from }));
  const again = oneOf<Groups>(
    random,
    sides.flatMap(({ from, to }) => line(from, to)),
    sides.flatMap(({ from, to }) => line(to, from)),
    sides.slice(0, whole(random, 1, 3)).flatMap(({ from, to }) => line(from, to)),
    [0, 'LWPOLYLINE', 8, '0', 90, 4, 70, 1, ...[...at].reverse().flatMap(([x, y]) => [10, x, 20, y])],
  );
  return { text: dxf([...polyline, ...again, ...dxfCircle(plate)]), parts: [area(plate)], through: 0 };
}

/** Seen from behind: circles, arcs and polylines are mirrored, lines are not. */
function fromBehind(seed: number): StrangeFile {
  const random = randomFrom(seed);
  const plate = plateOf(random);
  const behind: Groups = [210, 0, 220, 0, 230, -1];
  const polyline: Groups = [
    0,
    'LWPOLYLINE',
    8,
    '0',
    90,
    4,
    70,
    1,
    ...corners(plate).flatMap(([x, y]) => [10, -x, 20, y]),
    ...behind,
  ];
  const hole: Groups = [0, 'CIRCLE', 8, '0', 10, -plate.width / 2, 20, plate.height / 2, 40, plate.hole, ...behind];
  const y = plate.height / 2;
  const gap = plate.width / 2 - plate.hole - 2;
  // A slot's worth of line from the edge towards the hole would end in the wood: a line from edge to edge saws through.
  const low = Math.min(y - plate.hole - 2, gap);
  const line: Groups = [0, 'LINE', 8, '0', 10, 0, 20, low, 11, plate.width, 21, low, ...behind];
  return { text: dxf([...polyline, ...hole, ...line]), parts: [area(plate)], through: 1 };
}

export const DRAWING_FAMILIES: readonly DrawingFamily[] = [
  { name: 'SVG: not filled, said in many ways', make: unfilled },
  { name: 'SVG: dashes that draw a whole line', make: undashed },
  { name: 'SVG: filled and left open', make: openFilled },
  { name: 'SVG: views, transforms, pages', make: placed },
  { name: 'SVG: things that are not drawn', make: foreign },
  { name: 'SVG: outlines that overlap', make: overlapping },
  { name: 'DXF: groups in any order', make: shuffledGroups },
  { name: 'DXF: whole turns', make: wholeTurns },
  { name: 'DXF: drawn twice', make: drawnTwice },
  { name: 'DXF: seen from behind', make: fromBehind },
];
