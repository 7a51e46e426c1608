import { useState } from 'react';
import { Alert, Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import {
  compareMm,
  formatShare,
  formatLength,
  formatMinutes,
  measuredOnBoards,
  pinBlank,
  pinOnBoard,
  woodById,
  type BoardPlan,
  type MillingOption,
  type PinnedBlank,
  type RackEntry,
  type WoodGroup,
} from '@rapid-jig/core';
import { Swatch } from '../drawing/Swatch';
import { Measure } from '../drawing/Measure';
import { ItemSize } from '../rack/ItemSize';
import { useUnit } from '../use-services';
import { LongList } from '../shell/LongList';
import { counted } from '../words/counted';
import { useOpenRun } from '../runs/RunRoute';
import { BoardLayout } from './BoardLayout';
import type { Dropped } from './OnBoard';
import { wayWords } from './wood-words';

interface WoodGroupViewProps {
  readonly group: WoodGroup;
  readonly entries: readonly RackEntry[];
}

/** The longest board with blanks on it is drawn this wide, but none larger than so many px for a mm. */
const LONGEST_PX = 760;
const MOST_PX_PER_MM = 3;
/** As high as a board with its list of cuts is as a rule, px. */
const BOARD_PX = 420;

/** All blanks of one wood and thickness on their boards; a blank is dragged to where it shall stay, the rest is laid again. */
export function WoodGroupView({ group, entries }: WoodGroupViewProps) {
  const { woodId, thicknessMm, blanks, boards, spare, missing, unpinned, usedShare, bestShare, millingMinutes } = group;
  const { session } = useOpenRun();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [picked, setPicked] = useState<number | null>(null);
  const shown = [...boards, ...spare];
  const longest = Math.max(...(boards.length > 0 ? boards : shown).map(({ length }) => length));
  const drop = (blank: number, { board, x, y }: Dropped): void => {
    const target = shown[board];
    if (target) pin(blank, pinBlank(group, target, blank, { x, y }));
  };
  const pin = (blank: number, pinned: ReturnType<typeof pinBlank>): void => {
    setPicked(null);
    if (!pinned.ok) {
      setTrouble(`${pinned.error.where}: ${pinned.error.message} ${pinned.error.hint}`);
      return;
    }
    setTrouble(null);
    repin(blank, [pinned.value]);
  };
  const repin = (blank: number, own: readonly PinnedBlank[]): void => {
    const known = blanks[blank];
    session.document.edit((run) => ({
      ...run,
      wood: {
        ...run.wood,
        pins: [
          ...run.wood.pins.filter(({ stackKey, nth }) => stackKey !== known?.stackKey || nth !== known.nth),
          ...own,
        ],
      },
    }));
  };
  const boardAt = (board: BoardPlan, place: number): React.ReactNode => (
    <BoardLayout
      key={`${board.itemId} ${String(board.copy)} ${String(board.slice)}`}
      board={board}
      group={group}
      place={place}
      scale={Math.min(LONGEST_PX / longest, MOST_PX_PER_MM)}
      item={entries.find(({ item }) => item.id === board.itemId)?.item ?? null}
      picked={picked}
      onPick={(blank) => setPicked(blank === picked ? null : blank)}
      onPut={() => {
        if (picked !== null) pin(picked, pinOnBoard(group, board, picked));
      }}
      onDrop={drop}
      onUnpin={(blank) => repin(blank, [])}
    />
  );
  return (
    <Box component="section" aria-label={woodById(woodId)?.name ?? woodId} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Swatch woodId={woodId} /> {woodById(woodId)?.name}, <Measure mm={thicknessMm} />
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 1 }}>
        {counted(blanks.length - missing.length, 'blank')} on {takenWords(boards)}
        {boards.length > 0 &&
          ` · ${formatShare(usedShare)} used; with these kerfs no layout can pass ${formatShare(bestShare)}`}
        {millingMinutes > 0 && ` · ${formatMinutes(millingMinutes)} of milling`}
      </Typography>
      <BoardsMeasure group={group} entries={entries} />
      <MillingWays milling={group.milling} />
      {trouble && (
        <Alert severity="warning" onClose={() => setTrouble(null)} sx={{ mb: 1 }}>
          {trouble}
        </Alert>
      )}
      {unpinned.length > 0 && (
        <Alert severity="info" sx={{ mb: 1 }}>
          {counted(unpinned.length, 'pinned blank')} could not stay in place: the board is gone, or no cut frees it
          there. It was laid with the rest.
        </Alert>
      )}
      <LongList label="Boards" items={boards} heightPx={BOARD_PX}>
        {(board, place, inList) => (
          <Box
            component="li"
            key={`${board.itemId} ${String(board.copy)} ${String(board.slice)}`}
            {...inList}
            sx={{ pb: 2.5 }}
          >
            {boardAt(board, place)}
          </Box>
        )}
      </LongList>
      <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5 }}>
        {spare.length > 0 && (
          <Box component="details" open={picked !== null || undefined}>
            <Box component="summary" sx={{ cursor: 'pointer', py: 0.5 }}>
              Left on the rack in this thickness: {counted(spare.length, 'board')}; a blank may be put there
            </Box>
            <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2.5, mt: 1 }}>
              {spare.map((board, i) => boardAt(board, boards.length + i))}
            </Box>
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** `2 boards`, or `5 pieces of 2 boards` where some are ripped or resawn. */
function takenWords(taken: readonly BoardPlan[]): string {
  const boards = new Set(taken.map(({ itemId, copy }) => `${itemId} ${String(copy)}`)).size;
  const words = counted(boards, 'board');
  return boards === taken.length ? words : `${counted(taken.length, 'piece')} of ${words}`;
}

/** Every way to the thickness from what is on the rack, with the wood and the time it takes. */
function MillingWays({ milling }: { readonly milling: readonly MillingOption[] }) {
  const { unit } = useUnit();
  if (!milling.some(({ milled }) => milled.way.kind !== 'ready')) return null;
  return (
    <Box component="details" sx={{ mb: 1.5, maxWidth: 860 }}>
      <Box component="summary" sx={{ cursor: 'pointer', py: 0.5 }}>
        Ways to mill this thickness: {milling.length}
      </Box>
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>From</TableCell>
            <TableCell>How</TableCell>
            <TableCell align="right">Pieces from one</TableCell>
            <TableCell align="right">Wood in each</TableCell>
            <TableCell align="right">Time for each</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {milling.map(({ item, milled, woodMm, minutesEach }, i) => (
            <TableRow key={i}>
              <TableCell>
                <ItemSize item={item} />
              </TableCell>
              <TableCell>{wayWords(milled, unit).replace(/^: /, '') || 'as it is'}</TableCell>
              <TableCell align="right">{milled.yield === 0.5 ? '1 from 2' : milled.yield}</TableCell>
              <TableCell align="right">{formatLength(woodMm, unit)} of thickness</TableCell>
              <TableCell align="right">{minutesEach > 0 ? formatMinutes(minutesEach) : '–'}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** Tells where the boards that are laid measure otherwise than was reckoned, and takes their figure into the run. */
function BoardsMeasure({ group, entries }: WoodGroupViewProps) {
  const { session } = useOpenRun();
  const measured = measuredOnBoards(group, entries);
  if (!measured) return null;
  const { woodId, nominalMm, thicknessMm } = group;
  const take = (): void =>
    session.document.edit((run) => ({
      ...run,
      measured: [
        ...run.measured.filter((one) => one.woodId !== woodId || compareMm(one.nominalMm, nominalMm) !== 0),
        { woodId, nominalMm, measured },
      ],
    }));
  return (
    <Alert
      severity="info"
      sx={{ mb: 1 }}
      action={
        <Button color="inherit" size="small" onClick={take}>
          Reckon with that
        </Button>
      }
    >
      The boards laid here measure up to <Measure mm={measured.mm} typed={measured.typed} />; stacks were reckoned with{' '}
      <Measure mm={thicknessMm} />.
    </Alert>
  );
}
