import { totalMinutes } from './estimate';
import type { Plan, PlanCost } from '../model/plan';

/** What a plan costs, for comparing it with another: minutes, passes and blanks still to cut, wood in mm2, blades. */
export function costOf(plan: Plan): PlanCost {
  return {
    minutes: totalMinutes(plan.minutes),
    passes: plan.stacks.reduce((sum, { passesToCut, begun }) => sum + passesToCut + begun.length, 0),
    blanks: plan.blanks.reduce((sum, { count }) => sum + count, 0),
    woodMm2: plan.blanks.reduce((sum, { count, length, width }) => sum + count * length * width, 0),
    blades: plan.bladeUses.reduce((sum, { count }) => sum + count, 0),
    piecesAtRisk: plan.piecesAtRisk,
  };
}

/** What an edit costs: each figure after, less the same before. */
export function compareCosts(before: PlanCost, after: PlanCost): PlanCost {
  return {
    minutes: after.minutes - before.minutes,
    passes: after.passes - before.passes,
    blanks: after.blanks - before.blanks,
    woodMm2: after.woodMm2 - before.woodMm2,
    blades: after.blades - before.blades,
    piecesAtRisk: after.piecesAtRisk - before.piecesAtRisk,
  };
}
