import { useEffect, useState } from 'react';
import { Alert, Button, Typography } from '@mui/material';
import { useLoaderData, useSearchParams } from 'react-router';
import { v4 as newId } from 'uuid';
import { useStore } from 'zustand';
import type { Template } from '@rapid-jig/core';
import { bladesOf, type Services } from '../services';
import { useServices } from '../use-services';
import { orThrow } from '../shell/or-throw';
import { Page } from '../shell/Page';
import { FIRST_MAKING, openDesk, readDeskDraft, type DeskDraft, type DeskFile } from './desk/desk';
import { DeskView } from './desk/DeskView';
import type { Purpose } from './desk/KeepPanel';
import { DropZone } from './DropZone';
import { drawingOf, incoming } from './incoming';

const NEW_DESK = 'desk';

/** What a reload or a closed tab left on the desk. */
export const loadNewDesk = async ({ kept }: Services): Promise<DeskDraft | null> =>
  incoming.getState().drawing ? null : await readDeskDraft(kept, NEW_DESK);

/** Each drawing that arrives is another one, however it is called and however long it is. */
const deskKeys = new WeakMap<DeskFile, string>();
function deskKeyOf(file: DeskFile): string {
  const key = deskKeys.get(file) ?? newId();
  deskKeys.set(file, key);
  return key;
}

/** From a drawing to a template: what was read, how large it is, what it is made of. */
export function NewTemplateView() {
  const draft = useLoaderData<DeskDraft | null>();
  const arrived = useStore(incoming, (state) => state.drawing);
  const [search] = useSearchParams();
  const into = search.get('into');
  const file = arrived ?? draft?.file ?? null;
  const { kept } = useServices();
  const [dismissed, setDismissed] = useState(false);
  const shown = dismissed && !arrived ? null : file;
  const forget = (): void => {
    incoming.setState({ drawing: null, fault: null });
    void kept.remove(NEW_DESK);
    setDismissed(true);
  };
  return (
    <Page wide title="A drawing becomes a template">
      <Typography variant="h1" sx={{ mb: 2 }}>
        A drawing becomes a template
      </Typography>
      <DropZone
        large={shown === null}
        words={
          shown
            ? `${shown.fileName}. Another drawing may be dropped here in its place.`
            : 'Drop an SVG or DXF drawing here: outlines of the parts you cut.'
        }
        onTaken={() => undefined}
      />
      {shown && !arrived && (
        <Alert severity="info" sx={{ mt: 2 }} action={<Button onClick={forget}>Put it away</Button>}>
          This drawing was still on the desk from before.
        </Alert>
      )}
      {shown && (
        <DeskFor
          key={deskKeyOf(shown)}
          file={shown}
          draft={arrived ? null : draft}
          draftKey={NEW_DESK}
          purpose={into === null ? { kind: 'new' } : { kind: 'add', templateId: into }}
          onKept={forget}
        />
      )}
    </Page>
  );
}

export interface LoadedDrawing {
  readonly template: Template;
  readonly source: Template['drawings'][number];
  readonly file: DeskFile;
}

export async function loadDrawing({ api }: Services, templateId: string, drawingId: string): Promise<LoadedDrawing> {
  incoming.setState({ drawing: null, fault: null });
  const { doc: template } = orThrow(await api.template(templateId));
  const { fileName, bytes } = orThrow(await api.drawing(drawingId));
  const source = template.drawings.find(({ id }) => id === drawingId);
  if (!source) throw new Response('The template does not hold this drawing any more.', { status: 404 });
  return { template, source, file: drawingOf(fileName, bytes) };
}

/** A drawing of a template again: shaped otherwise, mended, or replaced by a better one. */
export function TemplateDrawingView() {
  const { template, source, file } = useLoaderData<LoadedDrawing>();
  const arrived = useStore(incoming, (state) => state.drawing);
  const { kept } = useServices();
  const key = `desk ${source.id}`;
  const first = template.parts.find(({ drawing }) => drawing === source.id) ?? template.parts[0];
  const draft: DeskDraft = {
    file,
    steps: source.steps,
    making: first ? { ...FIRST_MAKING, woodId: first.woodId, thickness: first.thickness } : FIRST_MAKING,
  };
  const shown = arrived ?? file;
  return (
    <Page wide title={`The drawing of ${template.name}`}>
      <Typography variant="h1" sx={{ mb: 2 }}>
        The drawing of {template.name}
      </Typography>
      <DropZone
        words={`${shown.fileName}. A better drawing may be dropped here; what you did to this one is done to it too.`}
        onTaken={() => undefined}
      />
      <DeskFor
        file={file}
        better={arrived}
        draft={draft}
        draftKey={key}
        purpose={{ kind: 'renew', templateId: template.id, drawingId: source.id }}
        onKept={() => {
          incoming.setState({ drawing: null, fault: null });
          void kept.remove(key);
        }}
      />
    </Page>
  );
}

interface DeskForProps {
  readonly file: DeskFile;
  /** A drawing to take its place, with the same steps done to it. */
  readonly better?: DeskFile | null;
  readonly draft: DeskDraft | null;
  readonly draftKey: string;
  readonly purpose: Purpose;
  readonly onKept: () => void;
}

/** A desk for one file; while it is open the worker is its own. */
function DeskFor({ file, better = null, draft, draftKey, purpose, onKept }: DeskForProps) {
  const services = useServices();
  const { reader, kept, shop } = services;
  const [desk] = useState(() =>
    openDesk({
      file,
      steps: draft?.steps ?? null,
      making: draft?.making ?? FIRST_MAKING,
      name: draft?.name ?? null,
      reader,
      kept,
      key: draftKey,
      drawer: () => bladesOf(services),
      shop: () => shop.store.getState().doc,
    }),
  );
  useEffect(() => {
    desk.goOn();
    return () => desk.stop();
  }, [desk]);
  useEffect(() => {
    if (better) desk.replaceFile(better);
  }, [desk, better]);
  return <DeskView desk={desk} purpose={purpose} onKept={onKept} />;
}
