import { tasks, type Tasks } from './tasks';

/** One of the tasks, as the pool asks for it. */
export interface Asked<K extends keyof Tasks> {
  readonly name: K;
  readonly task: Parameters<Tasks[K]>[0];
}

const all = tasks();

/** Does any of the tasks. */
export function run<K extends keyof Tasks>({ name, task }: Asked<K>): ReturnType<Tasks[K]> {
  // TypeScript does not see that the task of a name is what that name takes.
  const work = all[name] as (given: Parameters<Tasks[K]>[0]) => ReturnType<Tasks[K]>;
  return work(task);
}
