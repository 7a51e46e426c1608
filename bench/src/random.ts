import { seededSearch } from '@rapid-jig/core';

/** Repeatable random numbers in [0, 1): the generator that the cases asked for are made with (mulberry32). */
export const randomFrom = (seed: number): (() => number) => seededSearch(seed, 0).random;
