import { stackName, type Plan, type WorkEvent } from '@rapid-jig/core';
import { counted } from './counted';

/** What other devices did, said in one line: `The other device: 2 passes of Tray`. null where it was nothing to count. */
export function wordsOfOthers(events: readonly WorkEvent[], plan: Plan | null): string | null {
  const passes = new Map<string, number>();
  let [taken, others] = [0, 0];
  for (const event of events) {
    if (event.kind === 'pass-sawn') {
      const stack = plan?.stacks.find(({ key }) => key === event.stack);
      const name = stack ? stackName(stack) : 'a stack';
      passes.set(name, (passes.get(name) ?? 0) + 1);
    } else if (event.kind === 'pass-taken-back') taken++;
    else others++;
  }
  const said = [
    ...[...passes].map(([name, count]) => `${counted(count, 'pass', 'passes')} of ${name}`),
    ...(taken > 0 ? [`${counted(taken, 'pass', 'passes')} taken back`] : []),
    ...(others > 0 ? ['blanks or rods cut'] : []),
  ];
  return said.length === 0 ? null : `The other device: ${said.join(', ')}`;
}
