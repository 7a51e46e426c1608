import { Box, Typography } from '@mui/material';
import type { PieceLedger } from '@rapid-jig/core';
import { LongRows } from '../shell/LongList';
import { FIGURE } from '../theme/theme';

const COLUMNS = [
  ['needed', 'Needed'],
  ['inWork', 'In work'],
  ['good', 'Good'],
  ['spoiled', 'Spoiled'],
  ['assembled', 'Assembled'],
  ['toCut', 'To saw'],
  ['surplus', 'Surplus'],
] as const satisfies readonly (readonly [keyof PieceLedger, string])[];

/** The ledger of pieces, part by part; what is nought stands back. */
export function PieceTable({ pieces }: { readonly pieces: readonly PieceLedger[] }) {
  const sum = (column: (typeof COLUMNS)[number][0]): number => pieces.reduce((total, row) => total + row[column], 0);
  return (
    <Box component="section" aria-label="Pieces" sx={{ mt: 4 }}>
      <Typography variant="h2">Pieces</Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            mt: 1,
            '& td, & th': { px: 1.25, py: 0.5, textAlign: 'right' },
            '& th[scope=row], & thead th:first-of-type': { textAlign: 'left', pl: 0 },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Part</th>
              {COLUMNS.map(([key, name]) => (
                <th key={key} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <LongRows items={pieces} heightPx={33}>
            {(row, _i, inList) => (
              <Box component="tr" key={row.partId} {...inList} sx={{ borderTop: 1, borderColor: 'divider' }}>
                <Box component="th" scope="row" sx={{ fontWeight: 400 }}>
                  {row.templateName}: <b>{row.partName}</b>
                </Box>
                {COLUMNS.map(([key]) => (
                  <Figure key={key} value={row[key]} isBad={key === 'spoiled'} />
                ))}
              </Box>
            )}
          </LongRows>
          <tfoot>
            <Box component="tr" sx={{ borderTop: 2, borderColor: 'edge' }}>
              <Box component="th" scope="row">
                All parts
              </Box>
              {COLUMNS.map(([key]) => (
                <Figure key={key} value={sum(key)} isBad={key === 'spoiled'} />
              ))}
            </Box>
          </tfoot>
        </Box>
      </Box>
    </Box>
  );
}

function Figure({ value, isBad }: { readonly value: number; readonly isBad: boolean }) {
  const colour = value === 0 ? 'text.secondary' : isBad ? 'error.main' : 'text.primary';
  return (
    <Box component="td" sx={{ ...FIGURE, color: colour, fontWeight: value === 0 ? 400 : 600 }}>
      {value}
    </Box>
  );
}
