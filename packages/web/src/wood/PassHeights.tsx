import { useMemo } from 'react';
import { Alert, Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import {
  compareMm,
  passesOnBoards,
  stackName,
  type Plan,
  type PlannedStack,
  type RackEntry,
  type WoodGroup,
} from '@rapid-jig/core';
import { Measure } from '../drawing/Measure';
import { useShop } from '../use-services';
import { alikePasses, isAsReckoned, type AlikePasses } from '../runs/alike-passes';
import { LayersAsCut } from '../runs/LayersAsCut';

interface PassHeightsProps {
  readonly plan: Plan;
  readonly groups: readonly WoodGroup[];
  readonly entries: readonly RackEntry[];
}

/** Stacks that come out higher or lower than reckoned on the boards that are laid: each layer as its own board measures. */
export function PassHeights({ plan, groups, entries }: PassHeightsProps) {
  const { saw } = useShop();
  const told = useMemo(() => {
    const passesOf = passesOnBoards(groups, entries);
    return plan.stacks.flatMap((stack) => {
      const passes = alikePasses(passesOf(stack));
      return passes.some(({ pass }) => !isAsReckoned(pass, stack)) ? [{ stack, passes }] : [];
    });
  }, [plan, groups, entries]);
  if (told.length === 0) return null;
  const tooHigh = told.filter(({ passes }) =>
    passes.some(({ pass }) => compareMm(pass.heightMm, saw.maxHeight.mm) > 0),
  );
  return (
    <Box component="section" aria-labelledby="heights" sx={{ mt: 4, mb: 4 }}>
      <Typography variant="h2" id="heights">
        How high passes come out on these boards
      </Typography>
      {tooHigh.map(({ stack }) => (
        <Alert severity="error" key={stack.key} sx={{ my: 1 }}>
          {stackName(stack)} comes out higher than the saw takes, <Measure {...saw.maxHeight} />. Reckon with what these
          boards measure, or lay it on others.
        </Alert>
      ))}
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" sx={{ maxWidth: 900, '& td, & th': { px: { xs: 0.75, sm: 2 } } }}>
          <TableHead>
            <TableRow>
              <TableCell>Stack</TableCell>
              <TableCell>Passes still to saw</TableCell>
              <TableCell>Layers, from the top</TableCell>
              <TableCell align="right">Height</TableCell>
              <TableCell align="right">Reckoned</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {told.flatMap(({ stack, passes }) =>
              passes.map((row, i) => (
                <PassRow key={`${stack.key} ${String(i)}`} stack={stack} row={row} isFirst={i === 0} />
              )),
            )}
          </TableBody>
        </Table>
      </Box>
    </Box>
  );
}

interface PassRowProps {
  readonly stack: PlannedStack;
  readonly row: AlikePasses;
  readonly isFirst: boolean;
}

function PassRow({ stack, row: { first, last, pass }, isFirst }: PassRowProps) {
  return (
    <TableRow>
      <TableCell>{isFirst && stackName(stack)}</TableCell>
      <TableCell>{first === last ? first : `${String(first)} to ${String(last)}`}</TableCell>
      <TableCell>
        <LayersAsCut layersMm={pass.layersMm} />
      </TableCell>
      <TableCell align="right">
        <Measure mm={pass.heightMm} />
      </TableCell>
      <TableCell align="right">
        <Measure mm={stack.stackHeightMm} />
      </TableCell>
    </TableRow>
  );
}
