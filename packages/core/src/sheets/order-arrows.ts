import { orderOfPhase } from '../bench';
import { distance, moved, undo, type Point } from '../geometry';
import { gangOfLayer, type OwnCutOrder, type PlannedStack, type StackedGang } from '../planning';
import type { TemplateRevision } from '../products';

/** Where a cut is begun and which way it goes, with its number in the order of sawing; in the frame of the drawing, mm. */
export interface OrderArrow {
  readonly number: number;
  readonly at: Point;
  readonly towards: Point;
}

/** An arrow points along its line to a place so far from its beginning, mm. */
const ARROW_REACH = 6;

/**
 * The order of sawing on the pattern of a gang: of every phase in which it lies on top, its cuts numbered on through the phases. A
 * cut whose revision is not given has none.
 */
export function orderArrows(
  stack: PlannedStack,
  gang: StackedGang,
  revisions: readonly TemplateRevision[],
  ownOrders: readonly OwnCutOrder[],
): OrderArrow[] {
  const toDrawing = undo(gang.at);
  const cuts = stack.phases
    .filter(({ layerIds: [top] }) => top !== undefined && gangOfLayer(top, stack) === gang)
    .flatMap((phase) => orderOfPhase(stack, phase, revisions, ownOrders).cuts);
  return cuts.flatMap(({ points }, i): OrderArrow[] => {
    const [at] = points;
    const ahead = points.find((p) => at && distance(p, at) >= ARROW_REACH) ?? points[points.length - 1];
    if (!at || !ahead) return [];
    const share = Math.min(1, ARROW_REACH / distance(at, ahead));
    const towards = { x: at.x + (ahead.x - at.x) * share, y: at.y + (ahead.y - at.y) * share };
    return [{ number: i + 1, at: moved(toDrawing, at), towards: moved(toDrawing, towards) }];
  });
}
