import { useMemo } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { IconX } from '@tabler/icons-react';
import { Link } from 'react-router';
import { formatMinutes, type BenchStep, type DrillPlace, type PhaseOrder } from '@rapid-jig/core';
import { linesOf } from '../drawing/StackFromAbove';
import { useOpenRun, useRunDoc, useRunState } from '../runs/RunRoute';
import { useSawingOrder } from '../runs/use-sawing-order';
import { WatchSawing } from '../runs/WatchSawing';
import { useBladeInSaw, useShop, useUnit } from '../use-services';
import { OutboxBadge } from '../shell/OutboxBadge';
import { SaidBar } from '../shell/SaidBar';
import { AwayBar } from '../shell/StateBars';
import { FIGURE, lines, TARGET } from '../theme/theme';
import { bladeWords, CAUTION_WORDS, newBlades, ofWords, STEP_WORDS, stepWords } from '../words/bench';
import { counted } from '../words/counted';
import { drillingNotes } from '../words/drilling';
import { AllDone } from './AllDone';
import { BackButton } from './BackButton';
import { CutsSawn } from './CutsSawn';
import { FootSwitchButton, useFootSwitch } from './FootSwitch';
import { MadeUp } from './MadeUp';
import { NoticeRow } from './NoticeRow';
import { SoundButton, useSound } from './sound';
import { StepPicture } from './StepPicture';
import { ThenList } from './ThenList';
import { Timers } from './Timers';
import { WhoSaws } from './WhoSaws';
import { useAwake } from './use-awake';
import { useBench, type Bench } from './use-bench';
import { useDrillPlaces } from './use-drill-card';
import { usePieceMaps } from './use-piece-maps';

/** Beside the saw: one step at a time, seen from two metres, gone on from with one key. */
export function BenchView() {
  const bench = useBench();
  const { steps, left } = bench;
  const sound = useSound();
  const step = steps?.[0] ?? null;
  const goOn = (): void => {
    sound.tick();
    bench.goOn();
  };
  const footSwitch = useFootSwitch({ goOn, goBack: bench.goBack });
  const isAwake = useAwake();
  const name = useRunDoc((run) => run.name);
  return (
    <Box
      component="main"
      sx={{
        // What has no room in the middle is scrolled to there; the buttons stay in view.
        height: { md: '100dvh' },
        minHeight: '100dvh',
        display: 'flex',
        flexDirection: 'column',
        bgcolor: 'background.default',
        '& .MuiButtonBase-root': { minHeight: TARGET },
      }}
    >
      <title>{`Bench: ${name} · Rapid Jig`}</title>
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: { xs: 0, md: 1 },
          px: { xs: 1, md: 2 },
          bgcolor: 'rail',
          color: 'railText',
          minHeight: TARGET,
        }}
      >
        <Typography
          noWrap
          component="h1"
          sx={{ ...FIGURE, fontWeight: 700, fontSize: '1.1rem', flex: '0 1 auto', maxWidth: { xs: 0, md: '40%' } }}
        >
          {name}
        </Typography>
        <Typography
          role="status"
          aria-label="Steps left"
          noWrap
          sx={{ flex: 1, opacity: 0.85, minWidth: { xs: 0, md: 90 } }}
        >
          {left === null ? 'Planning…' : `${counted(left.length, 'step')} left, ${leftWords(left)}`}
        </Typography>
        <Timers ring={sound.ring} />
        {!isAwake && (
          <Typography variant="body2" sx={{ opacity: 0.85, display: { xs: 'none', md: 'block' } }}>
            The screen may go dark: set it to stay on.
          </Typography>
        )}
        <WhoSaws />
        <OutboxBadge />
        <SoundButton sound={sound} />
        <FootSwitchButton footSwitch={footSwitch} />
        <Button
          component={Link}
          to=".."
          relative="path"
          aria-label="Leave the bench"
          sx={{ color: 'railText', minWidth: TARGET }}
        >
          <IconX size={30} />
        </Button>
      </Box>
      <AwayBar />
      {steps === null && <Planning />}
      {steps?.length === 0 && <AllDone bench={bench} />}
      {step && <StepNow bench={bench} step={step} onGoOn={goOn} />}
      <SaidBar />
    </Box>
  );
}

const leftWords = (steps: readonly BenchStep[]): string =>
  formatMinutes(steps.reduce((sum, { minutes }) => sum + minutes, 0));

function Planning() {
  const error = useRunState('error');
  return (
    <Box sx={{ p: 4 }}>
      {error === null ? (
        <Typography sx={{ fontSize: '2rem' }}>Planning…</Typography>
      ) : (
        error.map(({ message, where, hint }, i) => (
          <Typography key={i} sx={{ fontSize: '1.5rem' }}>
            <b>{where}</b>: {message} {hint}
          </Typography>
        ))
      )}
    </Box>
  );
}

interface StepNowProps {
  readonly bench: Bench;
  readonly step: BenchStep;
  readonly onGoOn: () => void;
}

function StepNow({ bench, step, onGoOn }: StepNowProps) {
  const revisions = useRunState('revisions');
  const { stack } = bench;
  const drawn = useMemo(() => (stack ? linesOf(stack, revisions) : null), [stack, revisions]);
  const places = useDrillPlaces(step, stack);
  const pieces = usePieceMaps(step, stack);
  const order = useSawingOrder(step.cutIds.length > 0 ? stack : null);
  const inOrder = cutsInOrder(step, order);
  return (
    <>
      <Box
        sx={{
          flex: 1,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(360px, 44%)' },
          gap: 2,
          p: 2,
          minHeight: 0,
          overflowY: { md: 'auto' },
        }}
      >
        <StepPicture step={inOrder} stack={stack} lines={drawn} places={places} pieces={pieces} />
        <StepTold bench={bench} step={inOrder} isOrdered={order !== null} places={places} />
      </Box>
      <MadeUp />
      <NoticeRow bench={bench} step={step} />
      <Box
        sx={{ display: 'flex', gap: 1.5, p: 1.5, pt: 0, alignItems: 'stretch', flexWrap: { xs: 'wrap', md: 'nowrap' } }}
      >
        <BackButton bench={bench} />
        <ThenList bench={bench} />
        <Button
          variant="contained"
          onClick={onGoOn}
          sx={{ ...FIGURE, height: 88, flex: '1 0 280px', fontSize: '2rem', fontWeight: 700 }}
        >
          {step.kind === 'cut' && step.finishesPhase ? 'Pass good' : 'Done'}
        </Button>
      </Box>
    </>
  );
}

/** The step with its cuts in the order found for their phase; as planned until that is there. */
function cutsInOrder(step: BenchStep, orders: readonly PhaseOrder[] | null): BenchStep {
  const order = orders?.find(({ phaseKey }) => phaseKey === step.phaseKey)?.cuts.map(({ cutId }) => cutId);
  const own = new Set(step.cutIds);
  const cutIds = order?.filter((id) => own.has(id)) ?? [];
  return cutIds.length === own.size ? { ...step, cutIds } : step;
}

interface StepToldProps {
  readonly bench: Bench;
  readonly step: BenchStep;
  /** True once its cuts have the numbers they are told by. */
  readonly isOrdered: boolean;
  readonly places: readonly DrillPlace[];
}

/** The step in words and figures, readable at two metres. */
function StepTold({ bench, step, isOrdered, places }: StepToldProps) {
  const { unit } = useUnit();
  const { stack } = bench;
  const { session } = useOpenRun();
  const planned = useRunState('planned');
  const { bits } = useShop();
  const changes = newBlades(step, stack, planned?.plan.bladeUses ?? []);
  const drillNotes = drillingNotes(places, bits, unit);
  const lost = stack && step.passes.length === 1 ? session.lostOf(stack.key, step.passes[0] ?? 0).length : 0;
  return (
    <Box sx={{ minWidth: 0, display: 'flex', flexDirection: 'column', gap: 1 }}>
      <Typography
        component="h2"
        role="status"
        aria-label="This step"
        sx={{ ...FIGURE, fontWeight: 800, fontSize: { xs: '2.2rem', md: '3.2rem' }, lineHeight: 1.05 }}
      >
        {STEP_WORDS[step.kind]}
      </Typography>
      {stack && (
        <Typography sx={{ ...lines(3), fontSize: { xs: '1.3rem', md: '1.7rem' }, fontWeight: 600, lineHeight: 1.2 }}>
          {ofWords(step, stack)}
        </Typography>
      )}
      <Typography sx={{ fontSize: { xs: '1.2rem', md: '1.5rem' }, lineHeight: 1.3 }}>
        {stepWords(step, stack, unit)}
      </Typography>
      {drillNotes.map((note) => (
        <Typography key={note} sx={{ fontSize: { xs: '1.1rem', md: '1.3rem' } }}>
          {note}
        </Typography>
      ))}
      {changes !== '' && (
        <Typography sx={{ fontSize: { xs: '1.1rem', md: '1.3rem' }, fontWeight: 600 }}>{changes}</Typography>
      )}
      {lost > 0 && (
        <Typography color="error" sx={{ fontSize: '1.3rem', fontWeight: 600 }}>
          {counted(lost, 'layer')} of this pass spoiled
        </Typography>
      )}
      <Figures bench={bench} step={step} isOrdered={isOrdered} />
      {step.cautions.slice(0, 2).map((caution) => (
        <Typography
          key={caution}
          sx={{
            borderLeft: 8,
            borderColor: 'error.main',
            pl: 1.5,
            fontSize: { xs: '1.1rem', md: '1.35rem' },
            lineHeight: 1.25,
          }}
        >
          {CAUTION_WORDS[caution]}
        </Typography>
      ))}
      {step.cautions.length > 0 && (
        <Typography variant="body2" color="textSecondary">
          The usual caution; your tools’ manuals and the rules where you live decide.
        </Typography>
      )}
    </Box>
  );
}

function Figures({ bench, step, isOrdered }: Pick<StepToldProps, 'bench' | 'step' | 'isOrdered'>) {
  const { stack } = bench;
  const phase = stack?.phases.find(({ key }) => key === step.phaseKey);
  const left = stack ? stack.passesToCut + stack.begun.length : 0;
  const inSaw = useBladeInSaw();
  const blade = step.blade ?? inSaw;
  return (
    <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', my: 1 }}>
      {stack && <Big figure={String(left)} unit={left === 1 ? 'pass left' : 'passes left'} />}
      {blade && <Big figure={blade.size} unit={`${bladeWords({ blade }).replace(/^Number \S+, /, '')} in the saw`} />}
      {step.tiltDegrees !== 0 && <Big figure={`${String(step.tiltDegrees)}°`} unit="tilt" />}
      {step.minutes >= 0.5 && <Big figure={formatMinutes(step.minutes)} unit="planned" />}
      {stack && phase && step.kind === 'cut' && (
        <WatchSawing stack={stack} phase={phase} sx={{ alignSelf: 'start', fontSize: '1.15rem' }} />
      )}
      {/* Before that a tap on the first would be of another cut than the first. */}
      {step.kind === 'cut' && step.cutIds.length > 1 && isOrdered && <CutsSawn bench={bench} step={step} />}
    </Box>
  );
}

function Big({ figure, unit }: { readonly figure: string; readonly unit: string }) {
  return (
    <Box>
      <Typography sx={{ ...FIGURE, fontWeight: 800, fontSize: { xs: '1.8rem', md: '2.6rem' }, lineHeight: 1 }}>
        {figure}
      </Typography>
      <Typography sx={{ fontSize: '1.05rem' }} color="textSecondary">
        {unit}
      </Typography>
    </Box>
  );
}
