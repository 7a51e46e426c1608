interface Thing {
  readonly name: string;
  /** What may tell it from others of its name, what tells most first. */
  readonly facts: readonly string[];
}

/** Names of things that stand in one list; those that are called the same are told apart by what differs among them, by one fact where it names each. */
export function toldApart(things: readonly Thing[]): string[] {
  const alike = new Map<string, Thing[]>();
  for (const thing of things) alike.set(thing.name, [...(alike.get(thing.name) ?? []), thing]);
  return things.map(({ name, facts }) => {
    const others = alike.get(name) ?? [];
    if (others.length < 2) return name;
    const kinds = facts.map((_fact, i) => new Set(others.map((other) => other.facts[i])).size);
    const naming = kinds.indexOf(others.length);
    const told = facts.filter((_fact, i) => (naming < 0 ? (kinds[i] ?? 1) > 1 : i === naming));
    return told.length === 0 ? name : `${name} (${told.join(', ')})`;
  });
}
