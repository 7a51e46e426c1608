import { Alert, Box } from '@mui/material';
import {
  formatDecimal,
  formatLength,
  formatMoney,
  woodById,
  type BoughtNeed,
  type LengthUnit,
  type RodGroup,
  type ToBuy,
  type WoodGroup,
} from '@rapid-jig/core';
import { useShop, useUnit } from '../use-services';
import { counted } from '../words/counted';

interface ShoppingProps {
  readonly groups: readonly WoodGroup[];
  readonly rods: readonly RodGroup[];
  readonly bought: readonly BoughtNeed[];
}

/** What lacks, as a list to go shopping with, and about what it costs. */
export function Shopping({ groups, rods, bought }: ShoppingProps) {
  const { unit } = useUnit();
  const { currency } = useShop();
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
          </li>
        ))}
        {dowels.map((group) => (
          <li key={`${group.woodId} ${String(group.thicknessMm)} dowel`}>
            {dowelWords(group, unit)} {costWords(group.missingCostMinor, currency)}
          </li>
        ))}
        {things.map(({ name, missing, missingCostMinor }) => (
          <li key={name}>
            {missing} {name}. {costWords(missingCostMinor, currency)}
          </li>
        ))}
      </Box>
      {costs.length > 1 && <>All that has a price: {formatMoney(total, currency)}.</>}
    </Alert>
  );
}

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
