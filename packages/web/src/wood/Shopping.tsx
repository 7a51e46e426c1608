import { useState } from 'react';
import { Alert, Box, Button } from '@mui/material';
import {
  BARE_STOCK,
  formatDecimal,
  formatLength,
  formatMoney,
  inches,
  stockLine,
  woodById,
  type BoughtNeed,
  type LengthUnit,
  type RodGroup,
  type ToBuy,
  type WoodGroup,
} from '@rapid-jig/core';
import { OnceButton } from '../fields/OnceButton';
import { AddStock } from '../rack/AddStock';
import type { RackSession } from '../rack/rack-session';
import { useServices, useShop, useUnit } from '../use-services';
import { counted } from '../words/counted';

interface ShoppingProps {
  readonly session: RackSession;
  readonly groups: readonly WoodGroup[];
  readonly rods: readonly RodGroup[];
  readonly bought: readonly BoughtNeed[];
}

/** What lacks, as a list to go shopping with, and about what it costs. */
export function Shopping({ session, groups, rods, bought }: ShoppingProps) {
  const { unit } = useUnit();
  const { currency } = useShop();
  const { say } = useServices();
  const lacking = groups.filter(({ missing }) => missing.length > 0);
  const dowels = rods.filter(({ kind, missing }) => kind === 'dowel' && missing.some((count) => count > 0));
  const things = bought.filter(({ missing }) => missing > 0);
  if (lacking.length + dowels.length + things.length === 0)
    return (
      <Alert severity="success" sx={{ mb: 2 }}>
        The rack has {bought.length > 0 ? 'all' : 'all the wood'} for this run.
      </Alert>
    );
  const costs = [
    ...lacking.map(({ toBuy }) => toBuy?.costMinor ?? null),
    ...dowels.map((group) => group.missingCostMinor),
    ...things.map(({ missingCostMinor }) => missingCostMinor),
  ].filter((cost) => cost !== null);
  const total = costs.reduce((sum, cost) => sum + cost, 0);
  return (
    <Alert severity="warning" sx={{ mb: 2 }}>
      <b>To buy</b>
      <Box component="ul" aria-label="Shopping list" sx={{ m: 0, pl: 2.5 }}>
        {lacking.map((group) => (
          <li key={`${group.woodId} ${String(group.thicknessMm)}`}>
            {boardWords(group, unit)} {costWords(group.toBuy?.costMinor ?? null, currency)}
            <PutThere session={session} line={boardLine(group, unit)} />
          </li>
        ))}
        {dowels.map((group) => (
          <li key={`${group.woodId} ${String(group.thicknessMm)} dowel`}>
            {dowelWords(group, unit)} {costWords(group.missingCostMinor, currency)}
            <PutThere session={session} line={dowelLine(group, unit)} />
          </li>
        ))}
        {things.map(({ name, kind, missing, missingCostMinor }) => (
          <li key={name}>
            {missing} {name}. {costWords(missingCostMinor, currency)}{' '}
            <OnceButton
              size="small"
              aria-label={`Bought, put on the rack: ${name}`}
              onClick={async () => {
                const added = await session.add([{ quantity: missing, item: { ...BARE_STOCK, kind, name } }]);
                say(added.ok ? `${name}: on the rack.` : `${added.error.message} ${added.error.hint}`);
              }}
            >
              {BOUGHT}
            </OnceButton>
          </li>
        ))}
      </Box>
      {costs.length > 1 && <>All that has a price: {formatMoney(total, currency)}.</>}
    </Alert>
  );
}

const BOUGHT = 'Bought: put it on the rack';

/** What of the list was bought is put on the rack from here; it may be another size than the one proposed. */
function PutThere({ session, line }: { readonly session: RackSession; readonly line: string }) {
  const [isOpen, setOpen] = useState(false);
  const { say } = useServices();
  if (!isOpen)
    return (
      <Button size="small" aria-label={`${BOUGHT}: ${line}`} onClick={() => setOpen(true)}>
        {BOUGHT}
      </Button>
    );
  const added = (): void => {
    setOpen(false);
    say('On the rack; the blanks are laid again.');
  };
  return (
    <Box sx={{ py: 1 }}>
      <AddStock session={session} proposed={line} onAdded={added} />
    </Box>
  );
}

/** Dowels as they are sold (common practice), mm. */
const DOWEL_AS_SOLD = inches(36);

/** What to buy of a wood as it is typed for the rack: sheets as they are sold, of boards one that is large enough. */
function boardLine({ woodId, thicknessMm, toBuy }: WoodGroup, unit: LengthUnit): string {
  const { boards = null, sheets = null, widest = thicknessMm, longest = thicknessMm } = toBuy ?? {};
  const kind = woodById(woodId)?.kind === 'sheet' ? 'sheet' : 'board';
  const size = sheets ?? { count: 1, widthMm: roundUp(widest, unit), lengthMm: roundUp(longest, unit) };
  return stockLine({ ...size, woodId, kind, thickness: boards?.rough ?? thicknessMm }, unit);
}

function dowelLine({ woodId, thicknessMm, rods, missing }: RodGroup, unit: LengthUnit): string {
  const lengths = rods.flatMap(({ lengthMm }, i) => Array.from({ length: missing[i] ?? 0 }, () => lengthMm));
  const lengthMm = roundUp(Math.max(DOWEL_AS_SOLD, ...lengths), unit);
  const count = Math.max(1, Math.ceil(lengths.reduce((sum, own) => sum + own, 0) / lengthMm));
  return stockLine({ count, woodId, kind: 'dowel', thickness: thicknessMm, widthMm: null, lengthMm }, unit);
}

/** To the next whole inch, or centimetre. */
const roundUp = (mm: number, unit: LengthUnit): number => {
  const step = unit === 'in' ? inches(1) : 10;
  return Math.ceil(mm / step) * step;
};

const costWords = (costMinor: number | null, currency: string): string =>
  costMinor === null
    ? 'Write on the rack what such cost, and its price stands here.'
    : `About ${formatMoney(costMinor, currency)}, at what yours cost.`;

function boardWords({ woodId, thicknessMm, missing, toBuy, substitutes }: WoodGroup, unit: LengthUnit): string {
  const wood = `${woodById(woodId)?.name ?? woodId}, ${formatLength(thicknessMm, unit)} thick`;
  if (!toBuy) return wood;
  const { widest, longest } = toBuy;
  const amount = amountWords(toBuy, unit);
  const size = `at least ${formatLength(widest, unit)} wide and ${formatLength(longest, unit)} long`;
  const others = substitutes.map((id) => woodById(id)?.name.toLowerCase() ?? id).join(' or ');
  const instead = others ? ` The rack has ${others} of this thickness; painted parts may take it.` : '';
  return `${wood}: ${amount} for ${counted(missing.length, 'blank')}, ${size}.${instead}`;
}

/** `5.9 board feet of 4/4, 2 slices from a board, 20 % allowed for waste`, or `3 sheets of 24" by 48"`. */
function amountWords({ boards, sheets }: ToBuy, unit: LengthUnit): string {
  if (sheets) {
    const size = `${formatLength(sheets.widthMm, unit)} by ${formatLength(sheets.lengthMm, unit)}`;
    return `${counted(sheets.count, 'sheet')} of ${size}`;
  }
  if (!boards) return 'larger than the sheets that are sold: ask for a piece';
  const { rough, slices, boardFeet, wasteShare } = boards;
  const from =
    slices > 1
      ? `${String(slices)} slices from each board`
      : slices < 1
        ? `glued up from ${String(Math.round(1 / slices))}`
        : 'planed down';
  return `${formatDecimal(boardFeet, 1)} board feet of ${rough} (${from}, ${String(Math.round(wasteShare * 100))} % allowed for waste)`;
}

function dowelWords({ woodId, thicknessMm, rods, missing }: RodGroup, unit: LengthUnit): string {
  const lengths = rods.flatMap(({ lengthMm }, i) =>
    missing[i] ? [`${String(missing[i])} of ${formatLength(lengthMm, unit)}`] : [],
  );
  return `${woodById(woodId)?.name ?? woodId} dowel, ${formatLength(thicknessMm, unit)}: ${lengths.join(', ')}.`;
}
