/**
 * Which stacks are sawn. In: families with what they need, what was sawn, and wishes. Out: stacks and passes that cost least, and whether
 * that is proven. Method: mixes within the limits; the cheapest set of passes by remainders, by a table or by a linear solver; over
 * sets of blades by bounds.
 */
export { couldBeSawn } from './known-stack';
export { isSamePin, pinOf, pinsAfterMove } from './stack-pins';
export { chooseStacks } from './stacks';
export type { ChosenStacks } from './stacks';
