import { useState } from 'react';
import { Alert, Box, Button, FormControlLabel, Switch, TextField, Typography } from '@mui/material';
import { useNavigate, useSearchParams } from 'react-router';
import { useStore } from 'zustand';
import { inches, partsFromDrawing, type Drawing, type Length, type Template } from '@rapid-jig/core';
import { LengthField } from '../fields/LengthField';
import { WoodSelect } from '../fields/WoodSelect';
import { useServices } from '../services';
import { Page } from '../shell/Page';
import { DrawingPicture } from './DrawingPicture';
import { DropZone } from './DropZone';
import { FoundReport } from './FoundReport';
import { incoming, type IncomingDrawing } from './incoming';
import { SizeQuestion } from './SizeQuestion';
import { useReading } from './use-reading';

/** From a drawing to a template: what was read, how large it is, what it is made of. */
export function NewTemplateView() {
  const drawing = useStore(incoming, (state) => state.drawing);
  return (
    <Page wide>
      <Typography variant="h1" sx={{ mb: 2 }}>
        A drawing becomes a template
      </Typography>
      <DropZone
        large={drawing === null}
        words={
          drawing
            ? `${drawing.fileName}. Another drawing may be dropped here in its place.`
            : 'Drop an SVG drawing here: outlines of the parts you cut.'
        }
        onTaken={() => undefined}
      />
      {drawing && <ReadView key={drawing.text.length + drawing.fileName} incoming={drawing} />}
    </Page>
  );
}

function ReadView({ incoming }: { readonly incoming: IncomingDrawing }) {
  const { reading, setScale } = useReading(incoming);
  const [kept, setKept] = useState<ReadonlySet<number> | null>(null);
  if (reading.kind === 'reading')
    return (
      <Typography sx={{ py: 6 }} align="center">
        Reading {incoming.fileName} …
      </Typography>
    );
  if (reading.kind === 'fault') return <ReadFaultNote fault={reading.fault} />;
  const { drawing, read, fault, mmPerUnit } = reading;
  const keeping = kept ?? fallingOut(drawing);
  const toggle = (index: number): void => {
    const next = new Set(keeping);
    if (!next.delete(index)) next.add(index);
    setKept(next);
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 4, mt: 3 }}>
      <Box sx={{ flex: '1 1 520px', minWidth: 0, overflow: 'auto' }}>
        {drawing ? (
          <DrawingPicture drawing={drawing} kept={keeping} onToggle={toggle} maxWidth={620} maxHeight={480} />
        ) : (
          <Typography color="textSecondary" sx={{ py: 8 }}>
            The drawing is shown here true to scale once its size is known.
          </Typography>
        )}
      </Box>
      <Box sx={{ flex: '1 1 360px' }}>
        {read.mmPerUnit === null && <SizeQuestion read={read} onScale={setScale} />}
        {fault && <ReadFaultNote fault={fault} />}
        {drawing && <FoundReport drawing={drawing} kept={keeping} onToggle={toggle} />}
        {drawing && mmPerUnit !== null && (
          <MakeTemplate incoming={incoming} drawing={drawing} kept={keeping} mmPerUnit={mmPerUnit} />
        )}
      </Box>
    </Box>
  );
}

/** What a drawing fills inside a cut is kept until the maker says it is waste. */
const fallingOut = (drawing: Drawing | null): ReadonlySet<number> =>
  new Set((drawing?.outlines ?? []).flatMap(({ depth }, index) => (depth > 0 && depth % 2 === 0 ? [index] : [])));

function ReadFaultNote({
  fault,
}: {
  readonly fault: { readonly message: string; readonly where: string; readonly hint: string };
}) {
  return (
    <Alert severity="error" sx={{ my: 2 }}>
      <b>{fault.message}</b> Where: {fault.where}. {fault.hint}
    </Alert>
  );
}

interface MakeTemplateProps {
  readonly incoming: IncomingDrawing;
  readonly drawing: Drawing;
  readonly kept: ReadonlySet<number>;
  readonly mmPerUnit: number;
}

const titleOf = (fileName: string): string => {
  const stem =
    fileName
      .replace(/\.[^.]+$/, '')
      .replace(/[-_]+/g, ' ')
      .trim() || 'New template';
  return stem.charAt(0).toUpperCase() + stem.slice(1);
};

function MakeTemplate({ incoming: file, drawing, kept, mmPerUnit }: MakeTemplateProps) {
  const { api } = useServices();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const into = search.get('into');
  const [name, setName] = useState(titleOf(file.fileName));
  const [woodId, setWoodId] = useState('birch-plywood');
  const [thickness, setThickness] = useState<Length>({ mm: inches(1 / 4), typed: '1/4' });
  const [together, setTogether] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);

  const make = async (): Promise<void> => {
    const newId = (): string => crypto.randomUUID();
    const source = { id: newId(), fileName: file.fileName, mmPerUnit };
    const parts = partsFromDrawing(drawing, kept, { woodId, thickness, together, newId });
    const keptFile = await api.putDrawing(source.id, file);
    if (!keptFile.ok) {
      setTrouble(`${keptFile.error.message} ${keptFile.error.hint}`);
      return;
    }
    const before = into === null ? null : await api.template(into);
    if (before && !before.ok) {
      setTrouble(`${before.error.message} ${before.error.hint}`);
      return;
    }
    const template: Template = before
      ? {
          ...before.value.doc,
          parts: [...before.value.doc.parts, ...parts],
          drawings: [...before.value.doc.drawings, source],
        }
      : { id: newId(), name: name.trim(), note: '', parts, drawings: [source], archived: false };
    const saved = await api.putTemplate(template, before?.value.version ?? 0);
    if (saved.ok) {
      incoming.setState({ drawing: null, fault: null });
      await navigate(`/templates/${template.id}`);
    } else setTrouble(`${saved.error.message} ${saved.error.hint}`);
  };

  return (
    <Box
      component="form"
      sx={{ mt: 3, display: 'flex', flexDirection: 'column', gap: 2 }}
      onSubmit={(event) => {
        event.preventDefault();
        void make();
      }}
    >
      <Typography variant="h2">Made of</Typography>
      {into === null && (
        <TextField
          label="Name of the template"
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={name.trim() === ''}
        />
      )}
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
        <WoodSelect value={woodId} onChange={setWoodId} />
        <LengthField label="Thickness" value={thickness} onChange={setThickness} />
      </Box>
      <FormControlLabel
        control={<Switch checked={together} onChange={(_event, on) => setTogether(on)} />}
        label="The parts lie on one blank, as drawn"
      />
      <Typography variant="body2" color="textSecondary">
        Names, counts and other woods for single parts come next.
      </Typography>
      {trouble && <Alert severity="error">{trouble}</Alert>}
      <Button type="submit" variant="contained" size="large" disabled={name.trim() === ''}>
        {into === null ? 'Keep as a template' : 'Add these parts'}
      </Button>
    </Box>
  );
}
