import type { PlanInput } from '../model/input';
import type { Plan } from '../model/plan';
import { countsWrong, hardwareWrong, rodsWrong } from './counts';
import { expectedGangs } from './expected';
import { piecesDone, standingOf } from './pieces';
import { sparesWrong } from './spares';
import { eachStackWrong, stacksWrong } from './stacks';
import { wholeWrong } from './whole';

/**
 * Checks a plan from the rules of the shop and the input alone: what must be true of any plan for it. Everything is counted
 * again (needs, what the events say was done, the cuts of every layer, blanks, blades, bits, minutes), and what was granted
 * to the run counts; what the plan says of itself is only compared. Returns what is wrong, in words for a log; empty where
 * nothing is.
 */
export function verifyPlan(plan: Plan, input: PlanInput): string[] {
  const gangs = expectedGangs(input);
  const standing = standingOf(input.work);
  const done = piecesDone(standing);
  return [
    ...countsWrong(plan, input, done),
    ...rodsWrong(plan, input, done),
    ...hardwareWrong(plan, input),
    ...sparesWrong(plan, input),
    ...stacksWrong(plan, input, gangs, standing),
    ...eachStackWrong(plan, input, gangs, standing),
    ...wholeWrong(plan, input, standing),
  ];
}
