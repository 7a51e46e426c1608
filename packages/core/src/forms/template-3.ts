import { recordsIn, type Doc } from './doc';

/**
 * Form 3 of a template: cuts may run beside their line, tilted, or leave a piece that is kept; parts may be glued up first, and
 * belong to a variant; things that are bought are named. Every cut was on its line and square, every part of one wood and of
 * every copy.
 */
export const templateWithRules = (template: Doc): Doc => ({
  ...template,
  parts: recordsIn(template, 'parts').map((part) => ({
    ...part,
    gluedTo: [],
    variantId: null,
    apartClean: false,
    cutRules: {},
    laid: null,
  })),
  meant: [],
  hardware: [],
  variants: [],
});
