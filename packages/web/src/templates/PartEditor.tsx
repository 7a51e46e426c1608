import { v4 as newId } from 'uuid';
import { Box, Button, FormControlLabel, Switch, Typography } from '@mui/material';
import { pathBox, type Grain, type Part, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { Choice } from '../fields/Choice';
import { CountField } from '../fields/CountField';
import { LengthField } from '../fields/LengthField';
import { AboutSize } from '../drawing/Measure';
import { NameField } from '../fields/NameField';
import { WoodSelect } from '../fields/WoodSelect';
import { SidePanel } from '../shell/SidePanel';
import { counted } from '../words/counted';
import { CutRules } from './CutRules';
import { HoleUses } from './HoleUses';
import { GluedTo } from './GluedTo';

const GRAINS = [
  ['along-x', 'Across the drawing'],
  ['along-y', 'Up the drawing'],
  ['any', 'Any way (sheet goods)'],
] as const satisfies readonly (readonly [Grain, string])[];

/** The facts of one part, each saved as it is changed. */
export function PartEditor({ document, part }: { readonly document: OpenDocument<Template>; readonly part: Part }) {
  const change = (changes: Partial<Part>, label: string): void => {
    document.edit(
      (doc) => ({ ...doc, parts: doc.parts.map((one) => (one.id === part.id ? { ...one, ...changes } : one)) }),
      `${part.id} ${label}`,
    );
  };
  const box = pathBox(part.outline.path);
  return (
    <SidePanel label={`Part: ${part.name}`} width={380}>
      <Typography color="textSecondary" variant="body2">
        <AboutSize length={box.maxX - box.minX} width={box.maxY - box.minY} />,{' '}
        {counted(part.insideCuts.length, 'inside cut')}
      </Typography>
      <NameField label="Name of the part" name={part.name} onChange={(name) => change({ name }, 'name')} />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
        <Typography sx={{ flex: 1 }}>How many for one copy</Typography>
        <CountField
          label="How many for one copy"
          value={part.perCopy}
          most={10_000}
          onChange={(perCopy) => change({ perCopy }, 'count')}
        />
      </Box>
      <WoodSelect value={part.woodId} onChange={(woodId) => change({ woodId }, 'wood')} />
      <LengthField
        label="Thickness"
        value={part.thickness}
        onChange={(thickness) => change({ thickness }, 'thickness')}
        width="100%"
      />
      <Choice
        label="Grain runs"
        value={part.grain}
        options={GRAINS}
        onChange={(grain) => change({ grain }, 'grain')}
        width="100%"
      />
      <GluedTo part={part} onChange={(gluedTo) => change({ gluedTo }, 'glued')} />
      <VariantOf document={document} part={part} onChange={(variantId) => change({ variantId }, 'variant')} />
      <SharedBlank document={document} part={part} onChange={(sharedBlank) => change({ sharedBlank }, 'blank')} />
      <PinnedLayers part={part} onChange={(pinnedLayers) => change({ pinnedLayers }, 'layers')} />
      <FormControlLabel
        control={
          <Switch checked={part.apartClean} onChange={(_event, apartClean) => change({ apartClean }, 'clean')} />
        }
        label="Its layers must come apart clean"
      />
      <UseForAll document={document} part={part} />
      <CutRules
        part={part}
        onChange={({ cutRules, cutWants, insideCuts, holes }) =>
          change({ cutRules, cutWants, insideCuts, holes }, 'cuts')
        }
      />
      <HoleUses part={part} onChange={({ holeUses }) => change({ holeUses }, 'holes')} />
    </SidePanel>
  );
}

function VariantOf({
  document,
  part,
  onChange,
}: {
  readonly document: OpenDocument<Template>;
  readonly part: Part;
  readonly onChange: (variantId: string | null) => void;
}) {
  const { variants } = document.store.getState().doc;
  if (variants.length === 0) return null;
  return (
    <Choice
      label="It is part of"
      value={part.variantId ?? ''}
      options={[['', 'every copy'], ...variants.map(({ id, name }) => [id, name] as const)]}
      onChange={(id) => onChange(id === '' ? null : id)}
      width="100%"
    />
  );
}

function SharedBlank({
  document,
  part,
  onChange,
}: {
  readonly document: OpenDocument<Template>;
  readonly part: Part;
  readonly onChange: (mark: string | null) => void;
}) {
  const { parts } = document.store.getState().doc;
  if (parts.length < 2) return null;
  const known = parts.find((other) => other.id !== part.id && other.sharedBlank !== null)?.sharedBlank;
  return (
    <FormControlLabel
      control={
        <Switch
          checked={part.sharedBlank !== null}
          onChange={(_event, on) => onChange(on ? (known ?? newId()) : null)}
        />
      }
      label="Lies on one blank with its neighbours"
    />
  );
}

function PinnedLayers({ part, onChange }: { readonly part: Part; readonly onChange: (layers: number | null) => void }) {
  const pinned = part.pinnedLayers !== null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <FormControlLabel
        sx={{ flex: 1 }}
        control={<Switch checked={pinned} onChange={(_event, on) => onChange(on ? 2 : null)} />}
        label="Always so many layers"
      />
      {pinned && (
        <CountField
          label="Layers in its stacks"
          value={part.pinnedLayers ?? 2}
          least={1}
          most={100}
          onChange={onChange}
        />
      )}
    </Box>
  );
}

function UseForAll({ document, part }: { readonly document: OpenDocument<Template>; readonly part: Part }) {
  if (document.store.getState().doc.parts.length < 2) return null;
  const { woodId, thickness, grain } = part;
  return (
    <Button
      variant="outlined"
      onClick={() =>
        document.edit((doc) => ({ ...doc, parts: doc.parts.map((one) => ({ ...one, woodId, thickness, grain })) }))
      }
    >
      Use this wood, thickness and grain for all parts
    </Button>
  );
}
