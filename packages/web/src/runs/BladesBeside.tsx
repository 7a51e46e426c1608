import { Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import {
  besideCut,
  bladePreferences,
  formatFine,
  stiffnessRatio,
  type BladeInCut,
  type Phase,
  type PlannedCut,
  type PlannedStack,
} from '@rapid-jig/core';
import { useDrawer, useShop, useUnit } from '../use-services';
import { FIGURE } from '../theme/theme';
import { CURVE_WORDS } from '../words/plan';

interface BladesBesideProps {
  readonly stack: PlannedStack;
  readonly phase: Phase;
  readonly cut: PlannedCut;
}

/** The blade of a cut beside the next sizes of the drawer: what each would gain and lose. */
export function BladesBeside({ stack, phase, cut }: BladesBesideProps) {
  const { blades } = useDrawer();
  const shop = useShop();
  const { unit } = useUnit();
  const { chosen, smaller, larger } = besideCut(cut, phase, stack, blades, bladePreferences(shop));
  const shown = [smaller, chosen, larger].flatMap((one) => one ?? []);
  if (shown.length < 2) return null;
  // Against the chosen one: what each would gain or lose.
  const against =
    (figure: (one: BladeInCut) => number, unitOf: string) =>
    (one: BladeInCut): string => {
      const [own, base] = [figure(one), figure(chosen)];
      if (one === chosen) return `${own.toFixed(1)} ${unitOf}`;
      if (one.cannot !== null) return '';
      if (Math.abs(own - base) < 0.05) return 'the same';
      return `${own < base ? '−' : '+'}${Math.abs(own - base).toFixed(1)} ${unitOf}`;
    };
  const rows: readonly (readonly [string, (one: BladeInCut) => string])[] = [
    ['Sawing', against(({ cost }) => cost.sawing, 'min')],
    ['Finish: smoothing', against(({ cost }) => cost.smoothing, 'min')],
    ['Risk of a spoiled piece', against(({ cost }) => cost.risk, 'min')],
    ['Blades worn', ({ worn }) => worn.toFixed(2)],
    ['All of it', against(({ cost }) => cost.total, 'min')],
    ['Of its comfort', (one) => `${String(Math.round(one.comfortShare * 100))} %${strain(one)}`],
    ['Tightest curve', ({ curve }) => (curve === null ? 'none' : CURVE_WORDS[curve])],
    ['Teeth in the wood', ({ teethInCut }) => teethInCut.toFixed(1)],
    ['Kerf', ({ blade }) => formatFine(blade.kerfMm, unit)],
    ['Stiffness', ({ blade }) => `${stiffnessRatio(blade, chosen.blade).toFixed(1)} ×`],
  ];
  return (
    <>
      <Typography variant="h3" sx={{ mt: 1.5 }}>
        Beside the next sizes
      </Typography>
      <Table size="small" aria-label="Beside the next sizes">
        <TableHead>
          <TableRow>
            <TableCell />
            {shown.map(({ blade }) => (
              <TableCell
                key={blade.id}
                align="right"
                sx={{ ...FIGURE, fontWeight: blade === chosen.blade ? 700 : 400 }}
              >
                {blade.size}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(([name, figure]) => (
            <TableRow key={name}>
              <TableCell component="th" scope="row">
                {name}
              </TableCell>
              {shown.map((one) => (
                <TableCell
                  key={one.blade.id}
                  align="right"
                  sx={{ fontWeight: one === chosen ? 700 : 400, whiteSpace: 'nowrap', px: 1 }}
                >
                  {figure(one)}
                </TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </>
  );
}

function strain({ cannot, comfortShare }: BladeInCut): string {
  if (cannot === 'too-high') return ', too high';
  if (cannot === 'no-hole') return ', no room for its hole';
  return comfortShare > 1.0001 ? ', strained' : '';
}
