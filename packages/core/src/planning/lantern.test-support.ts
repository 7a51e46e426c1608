import type { Part, Template } from '../products';
import { inches } from '../units';
import { circle, inputFor, part, rectangle, template } from './fixtures.test-support';
import type { PlanInput } from './model/input';
import type { Shop } from './model/shop';
import { NO_STACK_WISHES } from './model/wishes';

const line = (id: string, path: ReturnType<typeof rectangle>) => ({ id, line: null, path });
const quarter = { mm: inches(1 / 4), typed: '1/4' };

/** A layer of the money box: 100 by 140 mm. */
const layer = (id: string, woodId: string, changes: Partial<Part>): Part =>
  part(id, { woodId, thickness: quarter, outline: line(`${id} outline`, rectangle(100, 140)), ...changes });

const hangingHole = (id: string) => ({ id, line: null, center: { x: 50, y: 130 }, diameterMm: 5 });

/**
 * A money box in the form of a lantern, five layers of two woods: the window in the first only, the hollow in the middle
 * three, the coin slot in the second and third, hanging holes in the first and the last.
 */
export const lantern = (
  changes: Partial<Record<'front' | 'slotted' | 'hollow' | 'back', Partial<Part>>> = {},
): Template => {
  const hollowOf = (id: string) => line(`${id} hollow`, rectangle(70, 90, 15, 15));
  return {
    ...template('lantern', [
      layer('front', 'walnut', {
        insideCuts: [line('window', circle(15, 50, 60))],
        holes: [hangingHole('front hole')],
        ...changes.front,
      }),
      layer('slotted', 'white-pine', {
        perCopy: 2,
        insideCuts: [hollowOf('slotted'), line('slot', rectangle(30, 4, 35, 120))],
        ...changes.slotted,
      }),
      layer('hollow', 'white-pine', { insideCuts: [hollowOf('hollow')], ...changes.hollow }),
      layer('back', 'walnut', { holes: [hangingHole('back hole')], ...changes.back }),
    ]),
    bodies: [{ id: 'box', name: 'Money box', layers: ['front', 'slotted', 'slotted', 'hollow', 'back'], meant: [] }],
  };
};

/** So many money boxes, all layers of which may be cut together. */
export const lanterns = (copies: number, shop: Partial<Shop> = {}, run: Partial<PlanInput['run']> = {}): PlanInput =>
  inputFor([lantern()], copies, { shop: { maxLayers: 5, ...shop }, run: { stacks: NO_STACK_WISHES, ...run } });
