import { useState } from 'react';
import { createBounce } from './bounce';

/** True for a tap that a hand in a glove, or a switch, made of one. */
export function useBounce(): (what: string) => boolean {
  const [isBounce] = useState(createBounce);
  return isBounce;
}
