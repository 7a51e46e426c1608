import type { LeftOutKind } from '@rapid-jig/core';

/** Why something in a drawing makes no cut, and what to do where it should. */
export const LEFT_OUT_WORDS: Readonly<Record<LeftOutKind, { readonly what: string; readonly why: string }>> = {
  'open-line': {
    what: 'Open line',
    why: 'Its ends do not meet, so it bounds no part. Close it in your drawing program if it should be cut.',
  },
  text: {
    what: 'Text',
    why: 'Letters are not lines yet. Turn text into outlines in your drawing program if it should be cut.',
  },
  picture: { what: 'Picture', why: 'A picture has no lines to cut. Trace it first.' },
  script: { what: 'Script', why: 'Never run.' },
  'outside-reference': {
    what: 'Reference to another file',
    why: 'Never fetched. Put its content into the drawing if it should be cut.',
  },
  'copy-by-reference': {
    what: 'Copy by reference',
    why: 'Turn it into a real copy (unlink it) in your drawing program if it should be cut.',
  },
  'clip-or-mask': { what: 'Clip or mask', why: 'What it hides is still drawn; cut it away in your drawing program.' },
  hidden: { what: 'Hidden or unpainted', why: 'The drawing does not show it.' },
  'unreadable-numbers': { what: 'Unreadable numbers', why: 'Some of its coordinates are not numbers.' },
  speck: { what: 'Speck', why: 'Smaller than one square millimetre.' },
  'doubled-line': { what: 'Line drawn twice', why: 'The same outline is there already; it is cut once.' },
};
