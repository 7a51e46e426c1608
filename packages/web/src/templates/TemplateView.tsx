import { useMemo } from 'react';
import { Box, Button, Typography } from '@mui/material';
import { IconPrinter, IconRuler2 } from '@tabler/icons-react';
import { Link, useLoaderData, useNavigate, useSearchParams } from 'react-router';
import { useStore } from 'zustand';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { newRun, ok, type Part, type Template, newRunLine } from '@rapid-jig/core';
import type { WrittenTemplate } from '@rapid-jig/contract';
import type { OpenDocument } from '../documents/document';
import { drawPart } from '../drawing/paths';
import { PartPicture } from '../drawing/PartPicture';
import { v4 as newId } from 'uuid';
import { useMake } from '../shell/use-make';
import { ShortField } from '../fields/ShortField';
import { LONGEST_NOTE } from '../fields/use-shortened';
import { OnceButton } from '../fields/OnceButton';
import type { Services } from '../services';
import { orThrow } from '../shell/or-throw';
import { Page } from '../shell/Page';
import { SaveBadge, SaveTrouble, useUndoKeys } from '../shell/SaveBadge';
import { FIGURE } from '../theme/theme';
import { BodiesSection } from './BodiesSection';
import { CloseSection } from './CloseSection';
import { DropZone } from './DropZone';
import { Exports } from './Exports';
import { PartEditor } from './PartEditor';
import { HardwareSection } from './HardwareSection';
import { RodsSection } from './RodsSection';
import { VariantsSection } from './VariantsSection';
import { Swatch } from '../drawing/Swatch';
import { Measure } from '../drawing/Measure';
import { NameField } from '../fields/NameField';

export interface LoadedTemplate {
  readonly document: OpenDocument<Template>;
  /** The revision in hand; an edit of a pinned one starts the next. */
  readonly revision: StoreApi<number>;
}

export async function loadTemplate({ api, open, register }: Services, id: string): Promise<LoadedTemplate> {
  const { it: revision } = orThrow(
    await register.once(`revision of ${id}`, () => Promise.resolve(ok(createStore<number>(() => 1)))),
  );
  const load = async () => {
    const stored = await api.template(id);
    if (stored.ok) revision.setState(stored.value.revision, true);
    return stored;
  };
  const document = await open<Template>({
    key: `template ${id}`,
    kind: 'template',
    path: `/templates/${id}`,
    label: ({ name }) => name,
    load,
    // A template's own answer says its revision too.
    onSaved: (answer) => revision.setState((answer as WrittenTemplate).revision, true),
  });
  return { document: orThrow(document), revision };
}

/** One product: its parts as pictures, and the one chosen beside them to be changed. */
export function TemplateView() {
  const { document, revision: newest } = useLoaderData<LoadedTemplate>();
  const revision = useStore(newest);
  const template = useStore(document.store, (state) => state.doc);
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  useUndoKeys(document);
  const chosen = template.parts.find(({ id }) => id === search.get('part')) ?? template.parts[0];
  return (
    <Page wide hiddenHeading title={template.name}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, flexWrap: 'wrap' }}>
        <NameField
          heading
          label="Name of the template"
          name={template.name}
          onChange={(name) => document.edit((doc) => ({ ...doc, name }), 'name')}
        />
        <Typography color="textSecondary" sx={FIGURE}>
          revision {revision}
        </Typography>
        <SaveBadge document={document} />
        <Box sx={{ flex: 1 }} />
        <Exports template={template} />
        <Button component={Link} to="patterns" variant="outlined" startIcon={<IconPrinter size={18} />}>
          Patterns
        </Button>
        <MakeRun document={document} newest={newest} />
      </Box>
      <SaveTrouble document={document} />
      <ShortField
        label="Note for next time"
        value={template.note}
        most={LONGEST_NOTE}
        multiline
        fullWidth
        sx={{ my: 2, maxWidth: 720 }}
        onChange={(note) => document.edit((doc) => ({ ...doc, note }), 'note')}
      />
      <Box sx={BESIDE}>
        <Box sx={{ gridArea: 'wall', minWidth: 0 }}>
          <PartWall
            parts={template.parts}
            chosen={chosen?.id}
            onChoose={(id) => setSearch({ part: id }, { replace: true, preventScrollReset: true })}
          />
        </Box>
        {chosen && (
          <Box sx={{ gridArea: 'panel' }}>
            <PartEditor key={chosen.id} document={document} part={chosen} />
          </Box>
        )}
        <Box sx={{ gridArea: 'rest', minWidth: 0 }}>
          {template.parts.length > 0 && <BodiesSection document={document} />}
          <CloseSection document={document} />
          <RodsSection document={document} />
          <HardwareSection document={document} />
          <VariantsSection document={document} />
        </Box>
      </Box>
      <Box sx={{ mt: 4, maxWidth: 760 }}>
        <DropZone
          words="More parts for this product: drop another drawing."
          onTaken={() => void navigate(`/templates/new?into=${template.id}`)}
        />
        <Originals template={template} />
      </Box>
    </Page>
  );
}

/** The chosen part stands beside all else where there is room, and below the parts where there is none. */
const BESIDE = {
  display: 'grid',
  columnGap: 3,
  alignItems: 'start',
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) auto' },
  gridTemplateAreas: { xs: '"wall" "panel" "rest"', md: '"wall panel" "rest panel"' },
  gridTemplateRows: { md: 'auto 1fr' },
} as const;

/** The kept drawings; each can be shaped again or replaced by a better one. */
function Originals({ template }: { readonly template: Template }) {
  if (template.drawings.length === 0) return null;
  return (
    <Box sx={{ mt: 1.5, display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
      <Typography variant="body2" color="textSecondary">
        Kept originals: {template.drawings.map(({ fileName }) => fileName).join(', ')}
      </Typography>
      {template.drawings.map(({ id, fileName }) => (
        <Button key={id} component={Link} to={`drawings/${id}`} size="small" startIcon={<IconRuler2 size={16} />}>
          Shape {fileName} again
        </Button>
      ))}
    </Box>
  );
}

/** Starts a run of this template alone. */
function MakeRun({
  document,
  newest,
}: {
  readonly document: OpenDocument<Template>;
  readonly newest: StoreApi<number>;
}) {
  const template = useStore(document.store, (state) => state.doc);
  const make = useMake();
  const start = async (): Promise<void> => {
    // What was typed a moment ago belongs to the revision that is pinned.
    await document.flush();
    const line = newRunLine(template.id, newest.getState(), 1);
    await make.run(newRun(newId(), template.name, [line]));
  };
  return (
    <OnceButton variant="contained" disabled={template.parts.length === 0} onClick={start}>
      Make some
    </OnceButton>
  );
}

function PartWall({
  parts,
  chosen,
  onChoose,
}: {
  readonly parts: readonly Part[];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
}) {
  const drawn = useMemo(() => new Map(parts.map((part) => [part.outline, drawPart(part)])), [parts]);
  return (
    <Box
      component="ul"
      aria-label="Parts"
      sx={{
        flex: 1,
        m: 0,
        p: 0,
        listStyle: 'none',
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))',
        gap: 1.5,
        width: '100%',
      }}
    >
      {parts.map((part) => {
        const picture = drawn.get(part.outline);
        return (
          <li key={part.id}>
            <Box
              component="button"
              aria-pressed={part.id === chosen}
              onClick={() => onChoose(part.id)}
              sx={{
                width: '100%',
                height: '100%',
                font: 'inherit',
                color: 'inherit',
                textAlign: 'left',
                cursor: 'pointer',
                bgcolor: 'sheet',
                border: 2,
                borderColor: part.id === chosen ? 'primary.main' : 'divider',
                borderRadius: 1,
                p: 1.25,
              }}
            >
              <Box sx={{ height: 96, display: 'flex', justifyContent: 'center' }}>
                {picture && (
                  <PartPicture parts={[{ drawn: picture, woodId: part.woodId }]} height={96} label={part.name} />
                )}
              </Box>
              <Typography variant="h3" sx={{ mt: 1, overflowWrap: 'anywhere' }}>
                {part.perCopy} × {part.name}
              </Typography>
              <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', color: 'text.secondary', fontSize: '0.85rem' }}>
                <Swatch woodId={part.woodId} width={22} height={12} />{' '}
                <Measure mm={part.thickness.mm} typed={part.thickness.typed} />
                {part.sharedBlank !== null && <span>· shares a blank</span>}
              </Box>
            </Box>
          </li>
        );
      })}
    </Box>
  );
}
