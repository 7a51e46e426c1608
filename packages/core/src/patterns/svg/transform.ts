import { IDENTITY, inOrder, shift, stretch, turn, type Affine } from '../../geometry';

const CALL = /([a-z]+)\s*\(([^()]*)\)/gi;
const FIGURE = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(px|deg|rad|turn|grad)?$/i;

/** Of one figure in its unit: angles in radians where a unit says them, lengths in user units. null where it is none. */
function figureOf(text: string, isAngle: boolean): number | null {
  const [, digits, unit = isAngle ? 'deg' : 'px'] = FIGURE.exec(text) ?? [];
  if (digits === undefined) return null;
  switch (unit.toLowerCase()) {
    case 'deg':
      return (Number(digits) * Math.PI) / 180;
    case 'grad':
      return (Number(digits) * Math.PI) / 200;
    case 'turn':
      return Number(digits) * 2 * Math.PI;
    default:
      return Number(digits);
  }
}

const slant = (across: number, up: number): Affine => ({ ...IDENTITY, c: Math.tan(across), b: Math.tan(up) });

/** What one call does; null for one that is not known or has too few or too many figures. */
function stepOf(name: string, figures: readonly number[]): Affine | null {
  const [a = NaN, b, c, d, e, f] = figures;
  switch (`${name.toLowerCase()} ${String(figures.length)}`) {
    case 'matrix 6':
      return { a, b: b ?? 0, c: c ?? 0, d: d ?? 0, e: e ?? 0, f: f ?? 0 };
    case 'translate 1':
    case 'translate 2':
      return shift(a, b ?? 0);
    case 'translatex 1':
      return shift(a, 0);
    case 'translatey 1':
      return shift(0, a);
    case 'scale 1':
    case 'scale 2':
      return stretch(a, b ?? a);
    case 'scalex 1':
      return stretch(a, 1);
    case 'scaley 1':
      return stretch(1, a);
    case 'rotate 1':
      return turn(a);
    case 'rotate 3':
      return inOrder(shift(-(b ?? 0), -(c ?? 0)), turn(a), shift(b ?? 0, c ?? 0));
    case 'skewx 1':
      return slant(a, 0);
    case 'skewy 1':
      return slant(0, a);
    case 'skew 1':
    case 'skew 2':
      return slant(a, b ?? 0);
    default:
      return null;
  }
}

/**
 * A list of transforms as an attribute or a style sheet writes it, as one step in the frame of the drawing, y down: the last of the list
 * is done first. null where it cannot be read. `none` and nothing do nothing.
 */
export function transformOf(text: string | undefined): Affine | null {
  const list = (text ?? '').trim();
  if (list === '' || /^none$/i.test(list)) return IDENTITY;
  if (list.replace(CALL, '').replace(/[\s,]+/g, '') !== '') return null;
  const steps: Affine[] = [];
  for (const [, name = '', inside = ''] of list.matchAll(CALL)) {
    const texts = inside.trim().split(/\s*,\s*|\s+/);
    const figures = texts.map((one, i) =>
      figureOf(one, /^(rotate|skew)/i.test(name) && (i === 0 || /^skew/i.test(name))),
    );
    const step = figures.every((figure) => figure !== null) ? stepOf(name, figures) : null;
    if (!step) return null;
    steps.push(step);
  }
  return inOrder(...steps.reverse());
}
