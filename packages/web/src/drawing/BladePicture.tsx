import { formatFine, type Blade } from '@rapid-jig/core';
import { useUnit } from '../use-services';
import { DRAWN } from '../theme/drawn';

/** A blade is enlarged until it is this wide, px. */
const BLADE_PX = 34;
/** Beyond this a curve looks straight in the picture, mm. */
const STRAIGHT_FROM = 60;

interface KerfPictureProps {
  readonly blade: Blade;
  /** Radius of the tightest curve, mm; null for straight work. */
  readonly radius: number | null;
}

/** A blade seen from above at its real proportions, in its kerf, in the tightest curve it has to follow. */
export function KerfPicture({ blade, radius }: KerfPictureProps) {
  const { unit } = useUnit();
  const [width, height] = [150, 92];
  const scale = BLADE_PX / blade.widthMm;
  const r = Math.min(radius ?? STRAIGHT_FROM, STRAIGHT_FROM) * scale;
  const [cx, cy] = [width / 2, height / 2];
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`Number ${blade.size} blade, ${formatFine(blade.widthMm, unit)} by ${formatFine(blade.thicknessMm, unit)}, in its kerf of ${formatFine(blade.kerfMm, unit)}`}
      style={{ background: DRAWN.planedWood, borderRadius: 3, display: 'block', flex: 'none' }}
    >
      <circle cx={cx} cy={cy + r} r={r} fill="none" stroke={DRAWN.kerf} strokeWidth={blade.kerfMm * scale} />
      <rect
        x={cx - (blade.widthMm * scale) / 2}
        y={cy - (blade.thicknessMm * scale) / 2}
        width={blade.widthMm * scale}
        height={blade.thicknessMm * scale}
        fill={DRAWN.steelLight}
        stroke={DRAWN.steelEdge}
      />
    </svg>
  );
}

/** A blade from the side, teeth down the front, drawn as wide as its number says. */
export function BladeSide({ blade, length = 96 }: { readonly blade: Blade; readonly length?: number }) {
  const px = 5.5;
  const width = blade.widthMm * px;
  const pitch = (25.4 / blade.teethPerInch) * px;
  const teeth = Math.max(1, Math.floor((length - 14) / pitch));
  const gullet = width * 0.3;
  const points = Array.from({ length: teeth }, (_, i) => {
    const y = 8 + i * pitch;
    return `L${String(width - gullet)} ${String(y)}L${String(width)} ${String(y + pitch * 0.8)}`;
  }).join('');
  return (
    <svg
      width={width + 2}
      height={length}
      aria-hidden
      focusable="false"
      style={{ display: 'block', overflow: 'visible' }}
    >
      <path
        d={`M0 0H${String(width - gullet)}${points}L${String(width - gullet)} ${String(length)}H0Z`}
        fill={DRAWN.steel}
        stroke={DRAWN.steelEdge}
        strokeWidth="0.8"
      />
      {blade.ends === 'pinned' && <circle cx={width / 2} cy={4} r={2.4} fill={DRAWN.steelEdge} />}
      {blade.form === 'spiral' && (
        <path
          d={Array.from(
            { length: Math.floor((length - 8) / 6) },
            (_, i) => `M0 ${String(8 + i * 6)}L${String(width)} ${String(4 + i * 6)}`,
          ).join('')}
          stroke={DRAWN.steelEdge}
        />
      )}
    </svg>
  );
}
