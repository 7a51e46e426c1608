import { shortKey } from './key';
import type { Gang } from './model/stack';

/** Names a stack by what is in it, so that what was sawn stays sawn when a quantity changes. */
export const stackKey = (gang: Gang, layers: number): string => shortKey({ gang: gang.key, layers });
