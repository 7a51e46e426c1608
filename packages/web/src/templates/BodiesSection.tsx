import { useMemo, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { IconTrash } from '@tabler/icons-react';
import { v4 as newId } from 'uuid';
import { useStore } from 'zustand';
import {
  featuresOfBody,
  layerMoves,
  missingFeatures,
  sameOutlineAs,
  type Body,
  type MissingFeature,
  type Part,
  type Template,
} from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { LayersFanned } from '../drawing/LayersFanned';
import { Choice } from '../fields/Choice';
import { NameField } from '../fields/NameField';
import { LayerMatrix } from './LayerMatrix';
import { MissingInMate } from './MissingInMate';

/** Things of layers glued on each other: which cut is in which layer, and what was forgotten in one. */
export function BodiesSection({ document }: { readonly document: OpenDocument<Template> }) {
  const template = useStore(document.store, (state) => state.doc);
  const missing = useMemo(() => missingFeatures(template), [template]);
  return (
    <Box component="section" aria-labelledby="layers" sx={{ mt: 4 }}>
      <Typography variant="h2" id="layers" sx={{ mb: 1 }}>
        Layers glued into one
      </Typography>
      {template.bodies.map((body) => (
        <BodyOfLayers key={body.id} document={document} template={template} body={body} missing={missing} />
      ))}
      <MissingInMate
        document={document}
        template={template}
        missing={missing.filter(({ body }) => !template.bodies.some(({ id }) => id === body.id))}
      />
      <NewBody document={document} template={template} />
    </Box>
  );
}

interface BodyProps {
  readonly document: OpenDocument<Template>;
  readonly template: Template;
  readonly body: Body;
  /** Of the whole template. */
  readonly missing: readonly MissingFeature[];
}

function BodyOfLayers({ document, template, body, missing }: BodyProps) {
  const features = useMemo(() => featuresOfBody(template, body), [template, body]);
  const moves = useMemo(() => layerMoves(template, body), [template, body]);
  const layers = body.layers.flatMap((id) => template.parts.find((part) => part.id === id) ?? []);
  const rename = (name: string): void =>
    document.edit(
      (doc) => ({ ...doc, bodies: doc.bodies.map((one) => (one.id === body.id ? { ...one, name } : one)) }),
      `${body.id} name`,
    );
  return (
    <Box role="group" aria-label={body.name} sx={{ borderBottom: 1, borderColor: 'divider', pb: 2, mb: 2 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}>
        <NameField label="Name of the body" name={body.name} onChange={rename} />
        <Button
          color="inherit"
          startIcon={<IconTrash size={18} />}
          onClick={() => document.edit((doc) => ({ ...doc, bodies: doc.bodies.filter(({ id }) => id !== body.id) }))}
        >
          Take apart
        </Button>
      </Box>
      <MissingInMate
        document={document}
        template={template}
        missing={missing.filter((one) => one.body.id === body.id)}
      />
      <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', alignItems: 'start' }}>
        <LayersFanned
          layers={layers}
          moves={moves}
          height={220}
          label={`${body.name}: ${layers.map(({ name }) => name).join(', ')}, from the front`}
        />
        {features.ok ? (
          <LayerMatrix document={document} template={template} body={body} features={features.value} />
        ) : (
          <Alert severity="error">
            <b>{features.error.where}</b>: {features.error.message} {features.error.hint}
          </Alert>
        )}
      </Box>
    </Box>
  );
}

/** Makes a body of a part and all others with its outline, in the order of the template, each as often as a copy needs it. */
function NewBody({ document, template }: { readonly document: OpenDocument<Template>; readonly template: Template }) {
  const taken = new Set(template.bodies.flatMap(({ layers }) => layers));
  const [chosen, setChosen] = useState<string | null>(null);
  const groups = useMemo(() => groupsOfLayers(template.parts), [template.parts]);
  const free = groups.filter((group) => group.every(({ id }) => !taken.has(id)));
  const [first] = free;
  if (!first) return template.bodies.length > 0 ? null : <NothingToGlue />;
  const group = free.find(([part]) => part?.id === chosen) ?? first;
  const make = (): void => {
    const layers = group.flatMap(({ id, perCopy }) => Array.from({ length: perCopy }, () => id));
    const body = { id: newId(), name: template.name, layers, meant: [] };
    document.edit((doc) => ({ ...doc, bodies: [...doc.bodies, body] }));
  };
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <Choice
        label="Parts with one outline"
        value={group[0]?.id ?? ''}
        options={free.map((one) => [one[0]?.id ?? '', one.map(({ name }) => name).join(', ')] as const)}
        onChange={setChosen}
        width={320}
      />
      <Button variant="outlined" onClick={make}>
        Make them layers of one body
      </Button>
    </Box>
  );
}

const NothingToGlue = () => (
  <Typography color="textSecondary">
    Parts with the same outline can be layers of one body, as a front, a hollow and a back are; here no two have one.
  </Typography>
);

/** Parts that have one outline, at least two layers of them. */
function groupsOfLayers(parts: readonly Part[]): Part[][] {
  const groups: Part[][] = [];
  let left = parts.filter(({ perCopy }) => perCopy > 0);
  for (let [first] = left; first; [first] = left) {
    const group = sameOutlineAs(first, left);
    left = left.filter((part) => !group.includes(part));
    if (group.reduce((sum, { perCopy }) => sum + perCopy, 0) > 1) groups.push(group);
  }
  return groups;
}
