import { stackName, type Plan, type WorkEvent } from '@rapid-jig/core';
import { counted } from './counted';

/** What other devices did, said in one line: `The other device: 2 passes of Tray`. null where it was nothing to count. */
export function wordsOfOthers(events: readonly WorkEvent[], plan: Plan | null): string | null {
  const passes = new Map<string, number>();
  let [taken, cut, spoiled] = [0, 0, 0];
  let isElse = false;
  for (const event of events) {
    if (event.kind === 'pass-sawn') {
      const stack = plan?.stacks.find(({ key }) => key === event.stack);
      const name = stack ? stackName(stack) : 'a stack';
      passes.set(name, (passes.get(name) ?? 0) + 1);
    } else if (event.kind === 'pass-taken-back') taken++;
    else if (event.kind === 'layers-spoiled') spoiled += event.lost.length;
    else if (event.kind === 'blanks-cut' || event.kind === 'rods-cut') cut++;
    else isElse = true;
  }
  const said = [
    ...[...passes].map(([name, count]) => `${counted(count, 'pass', 'passes')} of ${name}`),
    ...(taken > 0 ? [`${counted(taken, 'tap')} taken back`] : []),
    ...(spoiled > 0 ? [`${counted(spoiled, 'layer')} spoiled`] : []),
    ...(cut > 0 ? ['blanks or rods cut'] : []),
    ...(isElse ? ['a step further at the bench'] : []),
  ];
  return said.length === 0 ? null : `The other device: ${said.join(', ')}`;
}
