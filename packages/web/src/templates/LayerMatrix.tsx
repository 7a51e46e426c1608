import { Box, Button, Checkbox, Typography } from '@mui/material';
import { v4 as newId } from 'uuid';
import { giveToLayers, type Body, type LayerFeature, type Part, type Template } from '@rapid-jig/core';
import type { OpenDocument } from '../documents/document';
import { drawPart, viewBoxOf } from '../drawing/paths';
import { Swatch } from '../drawing/Swatch';
import { useServices } from '../use-services';
import { FEATURE_WORDS, LAYER_RULES, LAYER_RULE_WORDS, layersByRule } from '../words/layers';

interface LayerMatrixProps {
  readonly document: OpenDocument<Template>;
  readonly template: Template;
  readonly body: Body;
  readonly features: readonly LayerFeature[];
}

/** A line for each cut, a column for each layer: ticked where the layer has it. */
export function LayerMatrix({ document, template, body, features }: LayerMatrixProps) {
  const { say } = useServices();
  const layers = body.layers.flatMap((id) => template.parts.find((part) => part.id === id) ?? []);
  const give = (feature: LayerFeature, wanted: readonly boolean[]): void => {
    const given = giveToLayers(template, body.id, feature, wanted, newId);
    if (given.ok) document.edit(() => given.value);
    else say(`${given.error.message} ${given.error.hint}`);
  };
  if (features.length === 0)
    return <Typography color="textSecondary">Its layers have nothing but their outline.</Typography>;
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Box
        component="table"
        sx={{ borderCollapse: 'collapse', '& th, & td': { px: 0.75, py: 0.25, textAlign: 'center' } }}
      >
        <thead>
          <tr>
            <th scope="col">Cut</th>
            {layers.map((part, i) => (
              <Box component="th" scope="col" key={i} sx={{ fontWeight: 400, fontSize: '0.85rem', maxWidth: 90 }}>
                <Swatch woodId={part.woodId} width={22} height={12} /> {i + 1}
                <br />
                {part.name}
              </Box>
            ))}
            <th scope="col">In</th>
          </tr>
        </thead>
        <tbody>
          {features.map((feature, row) => (
            <tr key={feature.ids.join()}>
              <th scope="row">
                <FeaturePicture feature={feature} layers={layers} />
              </th>
              {feature.ids.map((id, i) => (
                <td key={i}>
                  <Checkbox
                    checked={id !== null}
                    onChange={() =>
                      give(
                        feature,
                        feature.ids.map((own, k) => (k === i ? own === null : own !== null)),
                      )
                    }
                    slotProps={{
                      input: {
                        'aria-label': `${FEATURE_WORDS[feature.kind]}, line ${String(row + 1)}, in layer ${String(i + 1)}, ${layers[i]?.name ?? ''}`,
                      },
                    }}
                  />
                </td>
              ))}
              <td>
                <Box sx={{ display: 'flex' }}>
                  {LAYER_RULES.map((rule) => (
                    <Button
                      key={rule}
                      size="small"
                      sx={{ minWidth: 0 }}
                      onClick={() => give(feature, layersByRule(rule, layers.length))}
                      aria-label={`Line ${String(row + 1)}: ${LAYER_RULE_WORDS[rule].toLowerCase()}`}
                    >
                      {LAYER_RULE_WORDS[rule]}
                    </Button>
                  ))}
                </Box>
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

/** The outline of a layer with one of its cuts in the strong colour. */
function FeaturePicture({ feature, layers }: { readonly feature: LayerFeature; readonly layers: readonly Part[] }) {
  const place = feature.ids.findIndex((id) => id !== null);
  const part = layers[place];
  if (!part) return null;
  const id = feature.ids[place];
  const only = <T extends { readonly id: string }>(items: readonly T[]): T[] => items.filter((item) => item.id === id);
  const own = drawPart({
    ...part,
    insideCuts: only(part.insideCuts),
    throughCuts: only(part.throughCuts),
    holes: only(part.holes),
    marks: [],
  });
  return (
    <svg
      role="img"
      aria-label={FEATURE_WORDS[feature.kind]}
      viewBox={viewBoxOf(own.box, 1)}
      style={{ height: 44, maxWidth: 70, display: 'block', margin: 'auto' }}
    >
      <g fill="none" strokeWidth="1">
        <path d={own.outline} stroke="var(--rj-palette-edge)" vectorEffect="non-scaling-stroke" />
        <path
          d={own.inside + own.through}
          stroke="var(--rj-palette-line)"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
        />
      </g>
    </svg>
  );
}
