import { Link, Typography } from '@mui/material';
import { IconAlertTriangle } from '@tabler/icons-react';
import type { PlannedStack, PlanWarning } from '@rapid-jig/core';
import { boxOf, type DrawnPart } from '../drawing/paths';
import { useUnit } from '../use-services';
import { cutsWords } from '../words/places';
import { warningWords } from '../words/plan';

interface StackWarningsProps {
  readonly stack: PlannedStack;
  readonly drawn: ReadonlyMap<string, DrawnPart>;
  /** Told the path data of the cuts that are pointed at, '' when none is any more. */
  readonly onShow: (cuts: string) => void;
}

/** What a maker should know of a stack; the cuts that one speaks of are named, and drawn when pointed at. */
export function StackWarnings({ stack, drawn, onShow }: StackWarningsProps) {
  const { unit } = useUnit();
  const parts = (stack.gangs[0]?.parts ?? []).flatMap(({ partId }) => drawn.get(partId) ?? []);
  return stack.warnings.map((warning) => (
    <Typography
      key={`${warning.kind} ${String(warning.inputs['heightMm'])}`}
      component="div"
      variant="body2"
      color="warning"
      sx={{ display: 'flex', gap: 0.5 }}
    >
      <IconAlertTriangle size={16} style={{ flex: 'none', marginTop: 2 }} />
      <span>
        {warningWords(warning, unit)} <CutsMeant warning={warning} parts={parts} onShow={onShow} />
      </span>
    </Typography>
  ));
}

interface CutsMeantProps {
  readonly warning: PlanWarning;
  readonly parts: readonly DrawnPart[];
  readonly onShow: StackWarningsProps['onShow'];
}

/** Where every cut of a stack is meant, none is named. */
function CutsMeant({ warning: { cutIds }, parts, onShow }: CutsMeantProps) {
  const all = parts.flatMap(({ cuts }) => cuts);
  const meant = all.filter(({ cutId }) => cutIds?.includes(cutId));
  if (meant.length === 0 || meant.length === all.length) return null;
  const show = (): void => onShow(meant.map(({ data }) => data).join(''));
  const hide = (): void => onShow('');
  return (
    <Link
      component="button"
      color="inherit"
      sx={{ textAlign: 'left', verticalAlign: 'baseline' }}
      onPointerEnter={show}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
    >
      Here: {cutsWords(meant, boxOf(parts))}
    </Link>
  );
}
