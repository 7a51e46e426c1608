interface Thing {
  readonly name: string;
  /** What may tell it from others of its name, what tells most first. */
  readonly facts: readonly string[];
}

/** Names of things that stand in one list; those that are called the same are told apart by what differs among them, by one fact where it names each. */
export function toldApart(things: readonly Thing[]): string[] {
  const alike = new Map<string, Thing[]>();
  for (const thing of things) {
    const others = alike.get(thing.name);
    if (others) others.push(thing);
    else alike.set(thing.name, [thing]);
  }
  const telling = new Map([...alike].map(([name, those]) => [name, factsThatTell(those)]));
  return things.map(({ name, facts }) => {
    const told = facts.filter((_fact, i) => telling.get(name)?.has(i));
    return told.length === 0 ? name : `${name} (${told.join(', ')})`;
  });
}

/** Places of the facts that tell things of one name apart: the first that names each, or all that differ. */
function factsThatTell(alike: readonly Thing[]): ReadonlySet<number> {
  const kinds = (alike[0]?.facts ?? []).map((_fact, i) => new Set(alike.map(({ facts }) => facts[i])).size);
  const naming = kinds.indexOf(alike.length);
  if (alike.length > 1 && naming >= 0) return new Set([naming]);
  return new Set(kinds.flatMap((kind, i) => (kind > 1 ? [i] : [])));
}
