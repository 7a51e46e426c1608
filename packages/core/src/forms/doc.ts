/** A stored document of some earlier form: fields of which nothing is known but their names. */
export type Doc = Readonly<Record<string, unknown>>;

export const isRecord = (value: unknown): value is Doc =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The records in a field that holds a list; empty where it does not. */
export const recordsIn = (doc: Doc, field: string): Doc[] => {
  const value = doc[field];
  return Array.isArray(value) ? value.filter(isRecord) : [];
};

/** A plan, each cut of each phase of its stacks changed. */
export const withCuts = (plan: Doc, change: (cut: Doc) => Doc): Doc => ({
  ...plan,
  stacks: recordsIn(plan, 'stacks').map((stack) => ({
    ...stack,
    phases: recordsIn(stack, 'phases').map((phase) => ({ ...phase, cuts: recordsIn(phase, 'cuts').map(change) })),
  })),
});
