import { useState } from 'react';
import {
  atGlance,
  compareMm,
  formatArea,
  formatDistance,
  formatFaceArea,
  formatFine,
  inchFraction,
  typedUnit,
  type LengthUnit,
} from '@rapid-jig/core';
import { useUnit } from '../use-services';

interface MeasureProps {
  readonly mm: number;
  /** As the maker typed it: then shown in that unit, unless the other is asked for. */
  readonly typed?: string | null;
}

/** A length set as makers read it: `1 3/8"` with a built fraction, or millimetres. */
export function Measure({ mm, typed = null }: MeasureProps) {
  const { unit, other } = useUnit();
  const entered = typedUnit({ mm, typed });
  const shown = entered === null ? unit : other ? (entered === 'in' ? 'mm' : 'in') : entered;
  return <MeasureIn mm={mm} unit={shown} />;
}

export function MeasureIn({ mm, unit }: { readonly mm: number; readonly unit: LengthUnit }) {
  if (unit === 'mm') return <span style={NO_BREAK}>{Math.round(mm * 10) / 10}&#8239;mm</span>;
  const { whole, numerator, denominator, near } = inchFraction(mm);
  return (
    <span style={NO_BREAK} title={near ? 'to the nearest 1/64' : undefined}>
      {near ? '≈' : ''}
      {whole > 0 || numerator === 0 ? whole : ''}
      {numerator > 0 && (
        <span style={FRACTION}>
          {whole > 0 ? '\u2009' : ''}
          {numerator}/{denominator}
        </span>
      )}
      ″
    </span>
  );
}

const NO_BREAK = { whiteSpace: 'nowrap' } as const;
const FRACTION = { fontFamily: '"Bitter Variable", Georgia, serif', fontFeatureSettings: '"frac"' } as const;

/** Length by width. */
export function Size({ length, width }: { readonly length: number; readonly width: number }) {
  return (
    <span style={NO_BREAK}>
      <Measure mm={length} /> × <Measure mm={width} />
    </span>
  );
}

/** How large something is, for orientation: the nearest sixteenth or half millimetre, and by a tap what it is exactly. */
export function AboutSize(size: { readonly length: number; readonly width: number }) {
  const { unit } = useUnit();
  const [isExact, setExact] = useState(false);
  const sides = [size.length, size.width];
  const exact = sides.map((mm) => formatFine(mm, unit)).join(' × ');
  const near = sides.map((mm) => atGlance(mm, unit));
  if (near.every((mm, i) => compareMm(mm, sides[i] ?? mm) === 0)) return <Size {...size} />;
  return (
    <button type="button" style={PLAIN} title={isExact ? 'At a glance' : exact} onClick={() => setExact(!isExact)}>
      {isExact ? (
        exact
      ) : (
        <>
          about <Size length={near[0] ?? 0} width={near[1] ?? 0} />
        </>
      )}
    </button>
  );
}

const PLAIN = {
  font: 'inherit',
  color: 'inherit',
  background: 'none',
  border: 0,
  padding: 0,
  cursor: 'pointer',
  textDecoration: 'underline dotted',
} as const;

/** Wood, tape or film by area. */
export function Area({ mm2 }: { readonly mm2: number }) {
  const { unit } = useUnit();
  return <span style={NO_BREAK}>{formatArea(mm2, unit)}</span>;
}

/** A long line: feet or metres. */
export function Distance({ mm }: { readonly mm: number }) {
  const { unit } = useUnit();
  return <span style={NO_BREAK}>{formatDistance(mm, unit)}</span>;
}

/** An area the size of a part, or of a cut's face. */
export function FaceArea({ mm2 }: { readonly mm2: number }) {
  const { unit } = useUnit();
  return <span style={NO_BREAK}>{formatFaceArea(mm2, unit)}</span>;
}
