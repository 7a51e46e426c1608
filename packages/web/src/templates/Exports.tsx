import { useState } from 'react';
import { Button, Menu, MenuItem } from '@mui/material';
import { IconDownload } from '@tabler/icons-react';
import { circlePath, fileNameFor, toFile, writeDxf, writeSvg, type Template, type WrittenLine } from '@rapid-jig/core';
import { saveFile } from '../api/save-file';

/** Every line of a template where its drawing has it, as what it is. */
export function linesOfTemplate({ parts }: Template): WrittenLine[] {
  return parts.flatMap((part): WrittenLine[] => [
    { kind: 'outline', path: part.outline.path },
    ...part.insideCuts.map(({ path }) => ({ kind: 'inside' as const, path })),
    ...part.throughCuts.map(({ path }) => ({ kind: 'through' as const, path })),
    ...part.holes.map(({ center, diameterMm }) => ({
      kind: 'drilled' as const,
      path: circlePath(center, diameterMm / 2),
    })),
    ...part.marks.map(({ kind, path }) => ({ kind, path })),
  ]);
}

/** The template's lines as a drawing for other programs, by layer and true to size. */
export function Exports({ template }: { readonly template: Template }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (template.parts.length === 0) return null;
  const saveWhole = (): void => {
    setAnchor(null);
    const whole = new Blob([toFile('template', template)], { type: 'application/json' });
    saveFile(fileNameFor(template, 'json'), whole);
  };
  const save = (ending: 'svg' | 'dxf'): void => {
    setAnchor(null);
    const lines = linesOfTemplate(template);
    const text = ending === 'svg' ? writeSvg(lines, template.name) : writeDxf(lines);
    const type = ending === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf';
    saveFile(fileNameFor(template, ending), new Blob([text], { type }));
  };
  return (
    <>
      <Button startIcon={<IconDownload size={18} />} onClick={(event) => setAnchor(event.currentTarget)}>
        Save as a file
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => save('svg')}>SVG, in mm, by layer</MenuItem>
        <MenuItem onClick={() => save('dxf')}>DXF R2000, in mm, by layer</MenuItem>
        <MenuItem onClick={saveWhole}>JSON: the whole template, for another shop</MenuItem>
      </Menu>
    </>
  );
}
