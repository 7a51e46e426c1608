import type { Plan, PlanInput } from '../planning';
import { ordersOfPlan, patternsFor, type Pattern } from '.';

/** The patterns that a plan asks for. */
export function printedFor(plan: Plan, { run, revisions, shop, drawer }: PlanInput): Pattern[] {
  const printed = patternsFor(ordersOfPlan(plan, run, shop, revisions), revisions, shop, drawer);
  if (!printed.ok) throw new Error(printed.error.message);
  return printed.value;
}
