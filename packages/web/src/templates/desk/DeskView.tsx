import { useState, type Dispatch, type SetStateAction } from 'react';
import { Alert, Badge, Box, Button, IconButton, LinearProgress, Tab, Tabs, Typography } from '@mui/material';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { useSearchParams } from 'react-router';
import { useStore } from 'zustand';
import type { Fault } from '@rapid-jig/core';
import { AboutSize } from '../../drawing/Measure';
import { useServices, useUnit } from '../../use-services';
import { stageWords } from '../../words/drawing';
import { AsksPanel } from './AsksPanel';
import type { Desk, DeskState } from './desk';
import { DeskPicture } from './DeskPicture';
import { KeepPanel, type Purpose } from './KeepPanel';
import { LinesPanel } from './LinesPanel';
import { LeftOutList, MendPanel } from './MendPanel';
import { MeasuredOverlay, PointedOverlay } from './Overlay';
import { ShapePanel, type Pointing } from './ShapePanel';
import { SizeQuestion } from './SizeQuestion';
import { useUndoKeys } from '../../shell/SaveBadge';

const STEPS = ['mend', 'lines', 'shape', 'asks', 'keep'] as const;
type Step = (typeof STEPS)[number];
const STEP_WORDS: Readonly<Record<Step, string>> = {
  mend: 'Mend',
  lines: 'Lines',
  shape: 'Shape',
  asks: 'What it asks',
  keep: 'Keep',
};

interface DeskViewProps {
  readonly desk: Desk;
  readonly purpose: Purpose;
  readonly onKept: () => void;
}

/** A drawing on the desk: the picture at the left, and from left to right what is done with it. */
export function DeskView({ desk, purpose, onKept }: DeskViewProps) {
  const state = useStore(desk.store);
  const [chosen, setChosen] = useState<string | null>(null);
  const [chosenFault, setChosenFault] = useState<string | null>(null);
  const [pointing, setPointing] = useState<Pointing | null>(null);
  const [step, setStep] = useStep(state);
  useUndoKeys(desk);
  const { drawing, read, fault, stage, stopped } = state;
  return (
    <Box sx={{ mt: 2 }}>
      <Progress desk={desk} stage={stage} stopped={stopped} />
      {fault && <ReadFaultNote fault={fault} />}
      {read?.mmPerUnit === null && (
        <SizeQuestion read={read} onScale={(mmPerUnit) => desk.edit((steps) => ({ ...steps, mmPerUnit }), 'size')} />
      )}
      {read && !drawing && !fault && state.steps.mmPerUnit === null && (
        <Typography color="textSecondary" sx={{ py: 4 }}>
          The drawing is shown here true to scale once its size is known.
        </Typography>
      )}
      {drawing && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'start' }}>
          <Box sx={{ flex: '1 1 480px', minWidth: 0 }}>
            <DeskBar desk={desk} state={state} />
            <Picture
              state={state}
              step={step}
              chosen={chosen}
              onChoose={(id) => {
                setChosen(id);
                if (step !== 'asks') setStep('lines');
              }}
              pointing={pointing}
              onPointing={setPointing}
              onFault={(id) => {
                setChosenFault(id);
                setStep('mend');
              }}
              desk={desk}
            />
          </Box>
          <Box
            component="section"
            aria-label={STEP_WORDS[step]}
            sx={{
              flex: '1 1 360px',
              maxWidth: { md: 440 },
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'divider',
              borderRadius: 1,
            }}
          >
            <StepTabs
              step={step}
              onStep={setStep}
              open={drawing.faults.filter(({ mended }) => mended === null).length}
            />
            <Box sx={{ p: 2, display: 'flex', flexDirection: 'column', gap: 2 }}>
              {step === 'mend' && (
                <MendPanel
                  desk={desk}
                  drawing={drawing}
                  joinWithin={state.steps.joinWithin}
                  chosenFault={chosenFault}
                />
              )}
              {step === 'lines' && (
                <LinesPanel desk={desk} drawing={drawing} groups={state.steps.groups} chosen={chosen} />
              )}
              {step === 'shape' && (
                <ShapePanel
                  desk={desk}
                  drawing={drawing}
                  steps={state.steps}
                  pointing={pointing}
                  onPoint={setPointing}
                />
              )}
              {step === 'asks' && <Asks desk={desk} state={state} chosen={chosen} onPart={setChosen} />}
              {step === 'keep' && (
                <>
                  <KeepPanel desk={desk} state={state} purpose={purpose} onKept={onKept} />
                  {drawing.leftOut.length > 0 && <LeftOutList leftOut={drawing.leftOut} />}
                </>
              )}
            </Box>
          </Box>
        </Box>
      )}
    </Box>
  );
}

/** The step in the address; at first, mending where there was something to mend, else keeping. */
function useStep(state: DeskState): [Step, (step: Step) => void] {
  const [search, setSearch] = useSearchParams();
  const asked = STEPS.find((step) => step === search.get('step'));
  const toMend = (state.drawing?.faults.length ?? 0) > 0;
  const set = (step: Step): void =>
    setSearch(
      (before) => {
        before.set('step', step);
        return before;
      },
      { replace: true, preventScrollReset: true },
    );
  return [asked ?? (toMend ? 'mend' : 'keep'), set];
}

function StepTabs({
  step,
  onStep,
  open,
}: {
  readonly step: Step;
  readonly onStep: (step: Step) => void;
  readonly open: number;
}) {
  return (
    <Tabs
      value={step}
      onChange={(_event, next: Step) => onStep(next)}
      variant="scrollable"
      aria-label="What to do with the drawing"
      sx={{ borderBottom: 1, borderColor: 'divider', '& .MuiTab-root': { minWidth: 0, px: 1.75 } }}
    >
      {STEPS.map((one) => (
        <Tab
          key={one}
          value={one}
          label={
            one === 'mend' && open > 0 ? (
              <Badge badgeContent={open} color="error" max={999} sx={{ pr: 1.5 }}>
                {STEP_WORDS[one]}
              </Badge>
            ) : (
              STEP_WORDS[one]
            )
          }
        />
      ))}
    </Tabs>
  );
}

function Progress({ desk, stage, stopped }: { readonly desk: Desk } & Pick<DeskState, 'stage' | 'stopped'>) {
  if (stopped)
    return (
      <Alert severity="info" action={<Button onClick={() => desk.goOn()}>Go on</Button>}>
        Stopped. Nothing you did is lost.
      </Alert>
    );
  return (
    <Box sx={{ height: 34, display: 'flex', alignItems: 'center', gap: 2 }} role="status">
      {stage && (
        <>
          <LinearProgress sx={{ width: 160 }} aria-label="Working" />
          <Typography variant="body2">{stageWords(stage)}</Typography>
          <Button size="small" onClick={() => desk.stop()}>
            Stop
          </Button>
        </>
      )}
    </Box>
  );
}

function DeskBar({ desk, state }: { readonly desk: Desk; readonly state: DeskState }) {
  const { drawing, past, future } = state;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 1 }}>
      <Typography sx={{ flex: 1 }}>
        {drawing && (
          <>
            <b>{state.file.fileName}</b>, <AboutSize length={drawing.width} width={drawing.height} />
          </>
        )}
      </Typography>
      <IconButton aria-label="Undo" disabled={past.length === 0} onClick={() => desk.undo()}>
        <IconArrowBackUp size={20} />
      </IconButton>
      <IconButton aria-label="Redo" disabled={future.length === 0} onClick={() => desk.redo()}>
        <IconArrowForwardUp size={20} />
      </IconButton>
    </Box>
  );
}

interface PictureProps {
  readonly desk: Desk;
  readonly state: DeskState;
  readonly step: Step;
  readonly chosen: string | null;
  readonly onChoose: (line: string) => void;
  readonly pointing: Pointing | null;
  readonly onPointing: Dispatch<SetStateAction<Pointing | null>>;
  readonly onFault: (id: string) => void;
}

function Picture({ desk, state, step, chosen, onChoose, pointing, onPointing, onFault }: PictureProps) {
  const { reader } = useServices();
  const { unit } = useUnit();
  const { drawing, understood } = state;
  if (!drawing) return null;
  const part = partInView(state, chosen);
  const place = async (at: { x: number; y: number }, reach: number): Promise<void> => {
    if (pointing?.kind === 'datum') {
      const datum = await reader.nearestEdge(at);
      if (datum) desk.edit((steps) => ({ ...steps, datum }));
      onPointing(null);
    } else if (pointing?.kind === 'distance' && pointing.points.length < 2) {
      const corner = (await reader.nearestCorner(at, reach)) ?? at;
      // A second point may be set before the first one's corner is found: both count.
      onPointing((now) =>
        now?.kind === 'distance' && now.points.length < 2 ? { ...now, points: [...now.points, corner] } : now,
      );
    }
  };
  return (
    <DeskPicture
      drawing={drawing}
      woodId={state.making.woodId}
      chosen={chosen}
      onChoose={onChoose}
      onPlace={pointing === null || pointing.kind === 'seen' ? null : (at, reach) => void place(at, reach)}
      faults={step === 'mend' || step === 'lines' ? drawing.faults : []}
      onFault={onFault}
      overlay={(px) => (
        <>
          <PointedOverlay pointing={pointing} datum={drawing.datum?.edge ?? null} px={px} />
          {step === 'asks' && understood && part && <MeasuredOverlay part={part} px={px} unit={unit} />}
        </>
      )}
      maxHeight={520}
    />
  );
}

/** The part that was clicked, or the largest. */
function partInView({ understood, drawing }: DeskState, chosen: string | null) {
  const line = drawing?.lines.find(({ id }) => id === chosen);
  const wanted = line?.kind === 'outline' ? line.id : line?.parent;
  const parts = understood?.parts ?? [];
  return parts.find(({ part }) => part === wanted) ?? [...parts].sort((a, b) => b.areaMm2 - a.areaMm2)[0];
}

interface AsksProps {
  readonly desk: Desk;
  readonly state: DeskState;
  readonly chosen: string | null;
  readonly onPart: (id: string) => void;
}

function Asks({ desk, state, chosen, onPart }: AsksProps) {
  const { understood, drawing, making } = state;
  const part = partInView(state, chosen);
  if (!understood || !drawing) return <Typography color="textSecondary">Measuring …</Typography>;
  if (!part) return <Typography>There is no part to measure: say under Lines which line is an outline.</Typography>;
  const outlines = drawing.lines.filter(({ kind }) => kind === 'outline');
  const names = new Map(outlines.map(({ id }, i) => [id, `Part ${String(i + 1)}`]));
  return <AsksPanel desk={desk} making={making} understood={understood} part={part} names={names} onPart={onPart} />;
}

function ReadFaultNote({ fault }: { readonly fault: Fault<string> }) {
  return (
    <Alert severity="error" sx={{ my: 2 }}>
      <b>{fault.message}</b> Where: {fault.where}. {fault.hint}
    </Alert>
  );
}
