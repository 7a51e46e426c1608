import { v4 as newId } from 'uuid';
import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, Switch, Typography } from '@mui/material';
import { useNavigate } from 'react-router';
import { renewTemplate, type DrawingSteps, type Part, type Template, emptyTemplate } from '@rapid-jig/core';
import { useMake } from '../../shell/use-make';
import { ShortField } from '../../fields/ShortField';
import { useOnce } from '../../fields/use-once';
import { LengthField } from '../../fields/LengthField';
import { WoodSelect } from '../../fields/WoodSelect';
import { useServices } from '../../use-services';
import { counted } from '../../words/counted';
import type { ShownLine } from '../../workers/reader.worker';
import type { Desk, DeskFile, DeskState } from './desk';

/** What the drawing becomes: a new template, more parts of one, or the same parts of one anew. */
export type Purpose =
  | { readonly kind: 'new' }
  | { readonly kind: 'add'; readonly templateId: string }
  | { readonly kind: 'renew'; readonly templateId: string; readonly drawingId: string };

interface KeepPanelProps {
  readonly desk: Desk;
  readonly state: DeskState;
  readonly purpose: Purpose;
  readonly onKept: () => void;
}

const titleOf = (fileName: string): string => {
  const stem =
    fileName
      .replace(/\.[^.]+$/, '')
      .replace(/[-_]+/g, ' ')
      .trim() || 'New template';
  return stem.charAt(0).toUpperCase() + stem.slice(1);
};

const BUTTON: Readonly<Record<Purpose['kind'], string>> = {
  new: 'Keep as a template',
  add: 'Add these parts',
  renew: 'Renew the parts',
};

/** Name, wood and thickness, and the button that keeps it all. */
export function KeepPanel({ desk, state, purpose, onKept }: KeepPanelProps) {
  const { api, reader } = useServices();
  const make = useMake();
  const { isBusy, once } = useOnce();
  const navigate = useNavigate();
  const { file, steps, making, drawing, stage } = state;
  const name = state.name ?? titleOf(file.fileName);
  const [trouble, setTrouble] = useState<string | null>(null);
  const lines = drawing?.lines ?? [];
  const parts = lines.filter(({ kind, parent }) => kind === 'outline' && parent === null).length;
  const open = drawing?.faults.filter(({ mended }) => mended === null).length ?? 0;

  // Kept again after an answer that was lost, it is the same drawing and the same template.
  const sourceId = useIdOf(file);
  const [templateId] = useState(() => newId());
  const keep = async (): Promise<string | null> => {
    const source = { id: sourceId, fileName: file.fileName, steps };
    const fresh = await reader.parts({ ...making, drawing: source.id });
    if (!fresh) return 'The drawing has to be read again first.';
    const kept = await api.putDrawing(source.id, file);
    if (!kept.ok) return `${kept.error.message} ${kept.error.hint}`;
    const before = purpose.kind === 'new' ? null : await api.template(purpose.templateId);
    if (before && !before.ok) return `${before.error.message} ${before.error.hint}`;
    const there = before?.value ?? { doc: emptyTemplate(templateId, name), version: 0 };
    const isKept =
      there.doc.drawings.some(({ id }) => id === source.id) ||
      (await make.template(templateWith(there.doc, fresh, source, purpose), there.version));
    if (!isKept) return null;
    onKept();
    await navigate(`/templates/${there.doc.id}`);
    return null;
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void once(async () => setTrouble(await keep()));
      }}
      style={{ display: 'flex', flexDirection: 'column', gap: 16 }}
    >
      <Typography>
        Found <b>{counted(parts, 'part')}</b> with{' '}
        <b>{counted(lines.filter(({ kind }) => kind === 'inside').length, 'inside cut')}</b>.
      </Typography>
      <FallingPieces desk={desk} lines={lines} said={steps.kinds} />
      {open > 0 && <Alert severity="warning">{counted(open, 'place')} not yet looked at under Mend.</Alert>}
      <Box
        component="fieldset"
        // What is being kept is made of these: what was typed meanwhile would be lost.
        disabled={isBusy}
        sx={{ border: 0, p: 0, m: 0, minWidth: 0, display: 'flex', flexDirection: 'column', gap: 2 }}
      >
        {purpose.kind === 'new' && (
          <ShortField label="Name of the template" value={name} onChange={desk.call} error={name.trim() === ''} />
        )}
        {purpose.kind !== 'renew' && (
          <>
            <WoodSelect value={making.woodId} onChange={(woodId) => desk.make({ woodId })} />
            <LengthField
              label="Thickness"
              value={making.thickness}
              onChange={(thickness) => desk.make({ thickness })}
            />
            <FormControlLabel
              control={<Switch checked={making.together} onChange={(_event, together) => desk.make({ together })} />}
              label="The parts lie on one blank, as drawn"
            />
            {!making.together && hasEqualParts(state) && (
              <FormControlLabel
                control={
                  <Switch
                    checked={steps.equalAsOne}
                    onChange={(_event, equalAsOne) => desk.edit((now) => ({ ...now, equalAsOne }))}
                  />
                }
                label="Equal parts are one part, so many a copy"
              />
            )}
          </>
        )}
      </Box>
      <Typography variant="body2" color="textSecondary">
        {purpose.kind === 'renew'
          ? 'Parts keep their names, counts and woods; what was done in a run stays done. Runs keep the revision they pinned.'
          : 'Names, counts and other woods for single parts come next.'}
      </Typography>
      {trouble && <Alert severity="error">{trouble}</Alert>}
      <Button
        type="submit"
        variant="contained"
        size="large"
        disabled={isBusy || name.trim() === '' || parts === 0 || stage?.at === 'reading' || stage?.at === 'joining'}
      >
        {BUTTON[purpose.kind]}
      </Button>
    </form>
  );
}

interface FallingPiecesProps {
  readonly desk: Desk;
  readonly lines: readonly ShownLine[];
  /** The maker's words, which the drawing follows a moment later. */
  readonly said: DrawingSteps['kinds'];
}

/** Pieces inside a cut fall out: counters of letters and the like. Each is kept as a part, or is waste. */
function FallingPieces({ desk, lines, said }: FallingPiecesProps) {
  const falling = lines.filter(({ proposed, parent }) => proposed === 'outline' && parent !== null);
  if (falling.length === 0) return null;
  const keep = (id: string, on: boolean): void =>
    desk.edit((steps) => ({ ...steps, kinds: { ...steps.kinds, [id]: on ? 'outline' : 'ignore' } }));
  return (
    <div>
      <Typography variant="h3">{counted(falling.length, 'piece')} inside a cut</Typography>
      <Typography variant="body2" color="textSecondary">
        They fall out. Tick those you keep as parts; the others are waste and are not cut.
      </Typography>
      <Box sx={{ maxHeight: 180, overflowY: 'auto' }}>
        {falling.map(({ id, where, kind }) => (
          <FormControlLabel
            key={id}
            sx={{ display: 'flex' }}
            control={
              <Checkbox
                size="small"
                checked={(said[id] ?? kind) === 'outline'}
                onChange={(_event, on) => keep(id, on)}
              />
            }
            label={where}
          />
        ))}
      </Box>
    </div>
  );
}

/** True where parts were found that one pattern makes, as they are. */
const hasEqualParts = ({ understood }: DeskState): boolean =>
  understood?.alike.some(({ kind, wholly }) => kind === 'same-outline' && wholly) ?? false;

/** An id that stays as long as the file is the same. */
function useIdOf(file: DeskFile): string {
  const [known, setKnown] = useState(() => ({ file, id: newId() }));
  if (known.file === file) return known.id;
  const next = { file, id: newId() };
  setKnown(next);
  return next.id;
}

function templateWith(
  before: Template,
  fresh: readonly Part[],
  source: Template['drawings'][number],
  purpose: Purpose,
): Template {
  if (purpose.kind !== 'renew')
    return { ...before, parts: [...before.parts, ...fresh], drawings: [...before.drawings, source] };
  // The kept original stays as it came; what replaces it is kept beside it under an id of its own.
  const parts = before.parts.map((part) =>
    part.drawing === purpose.drawingId || (part.drawing === null && before.drawings.length === 1)
      ? { ...part, drawing: source.id }
      : part,
  );
  return {
    ...renewTemplate({ ...before, parts }, fresh, source.id, newId),
    drawings: before.drawings.map((one) => (one.id === purpose.drawingId ? source : one)),
  };
}
