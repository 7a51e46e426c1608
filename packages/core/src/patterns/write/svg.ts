import { XMLBuilder } from 'fast-xml-parser';
import { boxGrown, boxHeight, boxUnion, boxWidth, pathBox, toSvgPathData } from '../../geometry';
import { byLayer, type WrittenLine } from './layers';

/** Room round the lines so that none is clipped, mm. */
const ROOM = 1;

/** The lines as an SVG in mm, a group for each layer. Coordinates are written to a thousandth of a mm. Throws without a line. */
export function writeSvg(lines: readonly WrittenLine[], title: string): string {
  const box = boxGrown(boxUnion(lines.map(({ path }) => pathBox(path))), ROOM);
  const [width, height] = [boxWidth(box), boxHeight(box)];
  const groups = byLayer(lines).map(({ layer, paths }) => ({
    '@_id': layer.name,
    '@_stroke': layer.stroke,
    path: paths.map((path) => ({ '@_d': toSvgPathData(path) })),
  }));
  const svg = {
    svg: {
      '@_xmlns': 'http://www.w3.org/2000/svg',
      '@_width': `${String(width)}mm`,
      '@_height': `${String(height)}mm`,
      '@_viewBox': `${String(box.minX)} ${String(-box.maxY)} ${String(width)} ${String(height)}`,
      '@_fill': 'none',
      '@_stroke-width': '0.25',
      title,
      g: groups,
    },
  };
  const builder = new XMLBuilder({ ignoreAttributes: false, format: true, suppressEmptyNode: true });
  return builder.build(svg);
}
