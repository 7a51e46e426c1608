import { stackName, type BladeChange, type LengthUnit, type Plan } from '@rapid-jig/core';
import { counted } from './counted';
import { roughly } from './roughly';

/** `Hull, 4 layers, pass 3: before its outline`, `Hull, 4 layers, pass 3: after about 12" of its 2nd inside cut` */
export function changeWords(
  { stackKey, phaseKey, cutId, pass, afterMm }: BladeChange,
  { stacks }: Pick<Plan, 'stacks'>,
  unit: LengthUnit,
): string {
  const stack = stacks.find(({ key }) => key === stackKey);
  const cuts = stack?.phases.find(({ key }) => key === phaseKey)?.cuts ?? [];
  const cut = cuts.find((one) => one.cutId === cutId);
  if (!stack || !cut) throw new RangeError(`the plan has no cut ${cutId} in the stack ${stackKey}`);
  const alike = cuts.filter(({ kind }) => kind === cut.kind);
  const nth = alike.indexOf(cut) + 1;
  const name = { inside: 'inside cut', outside: 'outline', through: 'through cut' }[cut.kind];
  const which = alike.length === 1 ? `its ${name}` : `its ${ordinal(nth)} ${name}`;
  const where = afterMm === 0 ? `before ${which}` : `after about ${roughly(afterMm, unit)} of ${which}`;
  return `${stackName(stack)}, ${counted(stack.layers.length, 'layer')}, pass ${String(pass)}: ${where}`;
}

function ordinal(n: number): string {
  const tens = n % 100;
  const end = tens >= 11 && tens <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${String(n)}${end}`;
}
