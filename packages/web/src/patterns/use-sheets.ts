import { useEffect, useState } from 'react';
import type { Fault, PatternOrder, PatternSheetOptions, TemplateRevision } from '@rapid-jig/core';
import { useDrawer, useServices, useShop } from '../use-services';
import type { SheetsSeen } from '../workers/reader.worker';

/** More pages than this are told, not shown. */
const MOST_SHOWN = 12;

/** Lays the sheets out in the worker; late answers are dropped. */
export function useSheets(
  wanted: readonly PatternOrder[],
  revisions: readonly TemplateRevision[],
  options: PatternSheetOptions,
) {
  const { reader } = useServices();
  const shop = useShop();
  const { blades } = useDrawer();
  const [sheets, setSheets] = useState<SheetsSeen | null>(null);
  const [fault, setFault] = useState<Fault<string> | null>(null);
  useEffect(() => {
    let isWanted = true;
    void reader.sheets(wanted, revisions, { shop, drawer: blades, options, shown: MOST_SHOWN }).then((result) => {
      if (!isWanted || result === null) return;
      setSheets(result.ok ? result.value : null);
      setFault(result.ok ? null : result.error);
    });
    return () => {
      isWanted = false;
    };
  }, [wanted, revisions, options, shop, blades, reader]);
  return { sheets, fault };
}
