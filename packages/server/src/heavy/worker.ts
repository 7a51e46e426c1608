import { tasks } from './tasks';

const all = tasks();

/** The tasks by name, as the pool calls them. */
export const { plan, checkWood, sheets, readTemplate } = all;
