import { useCallback, useMemo } from 'react';
import type { Fault, PatternOrder, PatternSheetOptions, TemplateRevision } from '@rapid-jig/core';
import { useDrawer, useServices, useShop } from '../use-services';
import type { SheetsSeen } from '../workers/reader.worker';
import { useAsked } from '../workers/use-asked';

/** More pages than this are told, not shown. */
const MOST_SHOWN = 12;

interface Sheets {
  readonly sheets: SheetsSeen | null;
  readonly fault: Fault<string> | null;
}

/** The sheets of a file as they will be printed, or why they cannot be. */
export function useSheets(
  wanted: readonly PatternOrder[],
  revisions: readonly TemplateRevision[],
  options: PatternSheetOptions,
): Sheets {
  const { reader } = useServices();
  const shop = useShop();
  const { blades } = useDrawer();
  const asked = useMemo(
    () => ({ wanted, revisions, given: { shop, drawer: blades, options, shown: MOST_SHOWN } }),
    [wanted, revisions, shop, blades, options],
  );
  const ask = useCallback((of: typeof asked) => reader.sheets(of.wanted, of.revisions, of.given), [reader]);
  const result = useAsked(asked, ask)?.answer ?? null;
  if (result === null) return { sheets: null, fault: null };
  return result.ok ? { sheets: result.value, fault: null } : { sheets: null, fault: result.error };
}
