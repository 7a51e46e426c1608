import { arcCubics, eachSegment, type Ink, type Mark, type Path, type SheetPage } from '@rapid-jig/core';
import { fontFiles, readFontRuns, type FontRuns } from './fonts';

/** PDF counts 72 to the inch. */
const POINTS_PER_MM = 72 / 25.4;

/** Writes pages of drawing instructions as a PDF, true to size. `title` goes into its properties. */
export async function writePdf(pages: readonly SheetPage[], title: string): Promise<Buffer> {
  // Read when it is first needed: with its fonts' tables it takes as long as the rest of the program.
  const { default: PDFDocument } = await import('pdfkit');
  const pdf = new PDFDocument({ autoFirstPage: false, compress: true, info: { Title: title, Creator: 'Rapid Jig' } });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => resolve(Buffer.concat(chunks)));
    pdf.on('error', reject);
  });
  // Only fonts that are used go into the file, and of them only the letters that are.
  for (const { name, file } of fontFiles()) pdf.registerFont(name, file);
  const fontRuns = readFontRuns();
  for (const { width, height, marks } of pages) {
    pdf.addPage({ size: [width * POINTS_PER_MM, height * POINTS_PER_MM], margin: 0 });
    pdf.save();
    // From here on units are mm from the lower left corner, y up.
    pdf.transform(POINTS_PER_MM, 0, 0, -POINTS_PER_MM, 0, height * POINTS_PER_MM);
    for (const mark of marks) draw(pdf, mark, fontRuns);
    pdf.restore();
  }
  pdf.end();
  return done;
}

function draw(pdf: PDFKit.PDFDocument, mark: Mark, fontRuns: FontRuns): void {
  switch (mark.kind) {
    case 'path':
      tracePath(pdf, mark.path);
      stroke(pdf, mark.ink);
      return;
    case 'text':
      write(pdf, mark, fontRuns);
      return;
    case 'window': {
      const { minX, minY, maxX, maxY } = mark.box;
      pdf.save();
      pdf.rect(minX, minY, maxX - minX, maxY - minY).clip();
      for (const one of mark.marks) draw(pdf, one, fontRuns);
      pdf.restore();
    }
  }
}

function tracePath(pdf: PDFKit.PDFDocument, path: Path): void {
  pdf.moveTo(path.start.x, path.start.y);
  eachSegment(path, (from, segment) => {
    if (segment.kind === 'line') pdf.lineTo(segment.to.x, segment.to.y);
    else
      for (const { c1, c2, to } of segment.kind === 'arc' ? arcCubics(from, segment) : [segment])
        pdf.bezierCurveTo(c1.x, c1.y, c2.x, c2.y, to.x, to.y);
  });
  if (path.closed) pdf.closePath();
}

function stroke(pdf: PDFKit.PDFDocument, { widthMm, colour, dashMm }: Ink): void {
  pdf.lineWidth(widthMm).lineJoin('round').lineCap('butt');
  const [on, off = on] = dashMm;
  if (on === undefined) pdf.undash();
  else pdf.dash(on, { space: off ?? on });
  pdf.stroke(colour);
}

function write(pdf: PDFKit.PDFDocument, mark: Extract<Mark, { kind: 'text' }>, fontRuns: FontRuns): void {
  const { at, text, sizeMm, align, turn, bold } = mark;
  pdf.save();
  pdf.translate(at.x, at.y).rotate((turn * 180) / Math.PI);
  // Letters stand upright in a frame with y down.
  pdf.transform(1, 0, 0, -1, 0, 0);
  pdf.fillColor('#000000');
  const runs = fontRuns(text, bold ? 'bold' : 'plain').map((run) => ({
    ...run,
    width: pdf.font(run.font, sizeMm).widthOfString(run.text),
  }));
  const width = runs.reduce((sum, run) => sum + run.width, 0);
  let left = align === 'left' ? 0 : align === 'middle' ? -width / 2 : -width;
  for (const run of runs) {
    pdf.font(run.font, sizeMm).text(run.text, left, 0, { lineBreak: false, baseline: 'alphabetic' });
    left += run.width;
  }
  pdf.restore();
}
