/** The largest whole number that both are multiples of; of whole numbers from 0 up, `b` for 0 and `b`. */
export const greatestCommonDivisor = (a: number, b: number): number => (b === 0 ? a : greatestCommonDivisor(b, a % b));

/** The smallest whole number above 0 that is a multiple of both; of whole numbers above 0. */
export const leastCommonMultiple = (a: number, b: number): number => (a / greatestCommonDivisor(a, b)) * b;
