import { Box, Button, Chip, Typography } from '@mui/material';
import { IconX } from '@tabler/icons-react';
import { formatLength, formatMinutes, woodById, type LengthUnit, type WayOut, type WoodWishes } from '@rapid-jig/core';
import { useUnit } from '../use-services';
import { counted } from '../words/counted';
import { useOpenRun, useRunDoc, useRunState } from '../runs/RunRoute';

interface WaysOutProps {
  /** null while they are looked for. */
  readonly ways: readonly WayOut[] | null;
  readonly isLacking: boolean;
}

/** Ways to get by with the wood at hand, the least effort first; one click grants one, and the run is planned with it. */
export function WaysOut({ ways, isLacking }: WaysOutProps) {
  const { session } = useOpenRun();
  const { unit } = useUnit();
  const nameOf = useTemplateNames();
  if (!isLacking) return null;
  return (
    <Box component="section" aria-label="Ways out" sx={{ mb: 2 }}>
      <Typography variant="h3">Ways out, the least effort first</Typography>
      {ways === null && <Typography color="textSecondary">Looking for ways out …</Typography>}
      {ways?.length === 0 && (
        <Typography color="textSecondary">
          None was found with what is on the rack: the wood has to be bought.
        </Typography>
      )}
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {(ways ?? []).map((way, i) => (
          <Box component="li" key={i} sx={{ display: 'flex', gap: 1.5, alignItems: 'start', py: 0.5 }}>
            <Button
              variant="outlined"
              size="small"
              sx={{ flex: 'none' }}
              onClick={() => session.document.edit(() => way.run)}
            >
              Do this
            </Button>
            <span>
              <b>{wayWords(way, unit, nameOf)}</b>{' '}
              {way.missing === 0 ? 'Then nothing is missing' : `Then ${counted(way.missing, 'blank')} are missing`}
              {way.millingMinutes > 0 && `, with ${formatMinutes(way.millingMinutes)} of milling in all`}.
            </span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function useTemplateNames(): (id: string) => string {
  const revisions = useRunState('revisions');
  return (id) => revisions.find(({ template }) => template.id === id)?.template.name ?? '';
}

const woodName = (id: string | number | undefined): string =>
  woodById(String(id))?.name.toLowerCase() ?? String(id ?? '');

function wayWords({ kind, inputs }: WayOut, unit: LengthUnit, nameOf: (id: string) => string): string {
  switch (kind) {
    case 'smaller-margin':
      return `Leave ${formatLength(Number(inputs.marginMm), unit)} round each part to hold it by.`;
    case 'free-layers':
      return 'Let the plan choose the layers of every stack.';
    case 'laminate':
      return 'Glue up two thinner boards.';
    case 'substitute':
      return `Take ${woodName(inputs.instead)} for ${woodName(inputs.woodId)}, ${formatLength(Number(inputs.nominalMm), unit)}: for parts that will be painted.`;
    case 'by-hand':
      return 'Mill by hand what no machine here does: hold the work well, and follow the manual of each tool.';
    case 'fewer-copies':
      return `Make ${String(inputs.copies)} of ${nameOf(String(inputs.templateId))}, not ${String(inputs.now)}.`;
  }
}

/** What was granted so far, each to be taken back. */
export function Granted() {
  const { session } = useOpenRun();
  const wood = useRunDoc((run) => run.wood);
  const { unit } = useUnit();
  const edit = (changes: Partial<WoodWishes>): void =>
    session.document.edit((run) => ({ ...run, wood: { ...run.wood, ...changes } }));
  const granted: [string, Partial<WoodWishes>][] = [
    ...(wood.margin ? [[`Margin ${formatLength(wood.margin.mm, unit)}`, { margin: null }] as const] : []),
    ...(wood.freeLayers ? [['Layers as the plan chooses', { freeLayers: false }] as const] : []),
    ...(wood.laminate ? [['Boards may be glued up', { laminate: false }] as const] : []),
    ...(wood.byHand ? [['Milling by hand', { byHand: false }] as const] : []),
    ...wood.substitutes.map(
      (one) =>
        [
          `${woodById(one.instead)?.name ?? one.instead} for ${woodName(one.woodId)}, ${formatLength(one.nominalMm, unit)}`,
          { substitutes: wood.substitutes.filter((other) => other !== one) },
        ] as const,
    ),
    ...(wood.pins.length > 0 ? [[`${counted(wood.pins.length, 'blank')} pinned`, { pins: [] }] as const] : []),
  ].map(([words, changes]) => [words, changes]);
  if (granted.length === 0) return null;
  return (
    <Box aria-label="Granted for this run" role="group" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 2 }}>
      {granted.map(([words, changes]) => (
        <Chip
          key={words}
          label={words}
          onDelete={() => edit(changes)}
          deleteIcon={<IconX size={16} role="button" aria-label={`Take back: ${words}`} />}
        />
      ))}
    </Box>
  );
}
