import { toSvgPathData, turnedBox, turnedPath, type CutSheet, type PatternDrawing } from '@rapid-jig/core';
import { LongList } from '../shell/LongList';
import { Measure, Size } from '../drawing/Measure';
import { viewBoxOf } from '../drawing/paths';
import { patternLetter } from './SheetTables';
import { DRAWN } from '../theme/drawn';

/** A bar of known length: if it measures right, so does everything else on the paper. */
export function CheckBar({ lengthMm }: { readonly lengthMm: number }) {
  return (
    <figure className="check-bar">
      <svg
        width={`${String(lengthMm)}mm`}
        height="6mm"
        viewBox={`0 0 ${String(lengthMm)} 6`}
        role="img"
        aria-label="Check bar"
        data-testid="check-bar"
      >
        <path
          d={`M0 0V6M0 3H${String(lengthMm)}M${String(lengthMm)} 0V6`}
          stroke={DRAWN.print}
          strokeWidth="0.5"
          fill="none"
        />
      </svg>
      <figcaption>
        This bar is <Measure mm={lengthMm} /> long. If yours is not, the printer changed the size: do not cut from this
        paper.
      </figcaption>
    </figure>
  );
}

/** Of a screen, as style sheets reckon: 96 to the inch. */
export const PX_PER_MM = 96 / 25.4;
/** Of the stylesheet: round a pattern, and a line of its caption, mm; and how many letters such a line takes. */
const ROUND_PATTERN_MM = 10;
const LINE_MM = 5;
const LINE_LETTERS = 85;
/** Letters of a caption beside its title. */
const CAPTION_REST = 14;
/** One that is not drawn to scale, mm. */
const NOT_TO_SCALE_MM = 70;

/** How high a pattern stands on the paper, mm. */
export function patternHeightMm({ fit, box, title }: PatternDrawing): number {
  const [across, up] = [box.maxX - box.minX, box.maxY - box.minY];
  const caption = LINE_MM * Math.ceil((title.length + CAPTION_REST) / LINE_LETTERS);
  return ROUND_PATTERN_MM + caption + (fit === 'too-large' ? NOT_TO_SCALE_MM : fit === 'turned' ? across : up);
}

export function PatternPages({ sheet }: { readonly sheet: CutSheet }) {
  return (
    <LongList label="Patterns" items={sheet.patterns} heightPx={(pattern) => patternHeightMm(pattern) * PX_PER_MM}>
      {(pattern, i, inList) => (
        <li key={pattern.stackKeys.join()} className="pattern" {...inList}>
          <PatternPage pattern={pattern} letter={patternLetter(i)} />
        </li>
      )}
    </LongList>
  );
}

function PatternPage({ pattern, letter }: { readonly pattern: PatternDrawing; readonly letter: string }) {
  const { fit, copies, abreast, title } = pattern;
  return (
    <figure>
      <figcaption>
        <b>{letter}</b> {title}: {copies} {copies === 1 ? 'copy' : 'copies'}
        {abreast > 1 && `, up to ${String(abreast)} side by side on each; print those from Patterns`}
      </figcaption>
      {fit === 'too-large' ? <TooLarge pattern={pattern} /> : <TrueSize pattern={pattern} />}
    </figure>
  );
}

function TrueSize({ pattern }: { readonly pattern: PatternDrawing }) {
  const turned = pattern.fit === 'turned';
  const box = turned ? turnedBox(pattern.box) : pattern.box;
  const data = [...pattern.outlines, ...pattern.insideCuts]
    .map((path) => toSvgPathData(turned ? turnedPath(path) : path))
    .join('');
  return (
    <svg
      width={`${String(box.maxX - box.minX)}mm`}
      height={`${String(box.maxY - box.minY)}mm`}
      viewBox={viewBoxOf(box)}
      role="img"
      aria-label={`${pattern.title} at true size`}
    >
      <path d={data} fill="none" stroke={DRAWN.print} strokeWidth="0.25" />
    </svg>
  );
}

/** A pattern larger than the paper is shown small, and says so. */
function TooLarge({ pattern }: { readonly pattern: PatternDrawing }) {
  const { box } = pattern;
  const data = [...pattern.outlines, ...pattern.insideCuts].map(toSvgPathData).join('');
  return (
    <>
      <p>
        Larger than the paper (<Size length={box.maxX - box.minX} width={box.maxY - box.minY} />
        ): not to scale here. Print it true to size over several sheets from Patterns.
      </p>
      <svg
        style={{ maxWidth: '70mm', maxHeight: '60mm' }}
        viewBox={viewBoxOf(box)}
        role="img"
        aria-label={`${pattern.title}, not to scale`}
      >
        <path d={data} fill="none" stroke={DRAWN.print} strokeWidth="1" />
      </svg>
    </>
  );
}
