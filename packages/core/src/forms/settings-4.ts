import { typicalBlade, type Blade, type BladeFigure } from '../blades';
import { isRecord, recordsIn, type Doc } from './doc';

/**
 * Form 4 of the shop and of its drawer: a shop may have several saws, each with a name, a tilt to either side and speeds; it says
 * whether plans use only blades that are left and those in the saw first. Each blade has a price, a point at which to order more
 * and a drift of its own, and tells where its figures come from.
 */
export function settingsWithSaws(settings: Doc): Doc {
  if ('cutOrder' in settings)
    return {
      ...settings,
      ...(isRecord(settings['saw']) ? { saw: sawWithSides(settings['saw']) } : {}),
      otherSaws: [],
      useWhatIsLeft: true,
      keepInSaw: true,
    };
  return 'blades' in settings ? { ...settings, blades: recordsIn(settings, 'blades').map(bladeWithSources) } : settings;
}

function sawWithSides({ tiltDegrees, ...saw }: Doc): Doc {
  return {
    name: '',
    ...saw,
    tiltLeftDegrees: tiltDegrees,
    tiltRightDegrees: tiltDegrees,
    strokes: null,
    holder: 'thumbscrew',
  };
}

/** A figure that is not the one of the table was entered by the maker, from a packet most likely. */
function bladeWithSources(blade: Doc): Doc {
  const { size, form, ends } = blade as unknown as Blade;
  const typical = typicalBlade(size, form, ends);
  const source = (figure: BladeFigure): string => (blade[figure] === typical[figure] ? 'typical' : 'packet');
  return {
    ...blade,
    sources: {
      widthMm: source('widthMm'),
      thicknessMm: source('thicknessMm'),
      kerfMm: source('kerfMm'),
      teethPerInch: source('teethPerInch'),
    },
    priceMinor: null,
    reorderAt: null,
    driftDegrees: null,
  };
}
