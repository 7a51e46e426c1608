import { formatFine, formatLength, unreachable, woodById, type LengthUnit, type SawingHint } from '@rapid-jig/core';
import { counted } from './counted';
import { roughly } from './roughly';

/** How a cut is sawn, as one maker would tell another. */
export function hintWords({ rule, inputs }: SawingHint, unit: LengthUnit): string {
  const mm = (key: string): string => formatLength(Number(inputs[key]), unit);
  const fine = (key: string): string => formatFine(Number(inputs[key]), unit);
  const text = (key: string): string => String(inputs[key]);
  switch (rule) {
    case 'speed':
      return `${capital(text('speed'))}: ${text('least')} to ${text('most')} strokes a minute.`;
    case 'no-such-speed':
      return `${capital(text('speed'))}, ${text('least')} to ${text('most')} strokes a minute, is more or less than your saw has: ${text('nearest')} comes nearest. Feed to suit.`;
    case 'feed':
      return `Feed ${roughly(Number(inputs['leastMm']), unit)} to ${roughly(Number(inputs['mostMm']), unit)} of line a minute; let the blade cut, without bending it back.`;
    case 'burns': {
      const wood = woodById(text('wood'));
      return `${wood ? `${wood.name} burns` : 'It heats the wood'}: clear packing tape over the pattern, or wax or soap on the blade.`;
    }
    case 'pivot-corners':
      return `${counted(Number(inputs['corners']), 'sharp inside corner')}: turn on the spot, the work held back from the teeth.`;
    case 'meet-corners':
      return `${counted(Number(inputs['corners']), 'sharp inside corner')}: saw in from both sides and let the cuts meet; the blade does not turn there.`;
    case 'loop-corners':
      return `${counted(Number(inputs['corners']), 'other corner')}: loop through the waste, about ${mm('loopMm')} wide, and come in on the new line.`;
    case 'run-off-corners':
      return `${counted(Number(inputs['corners']), 'other corner')}: run off into the waste or off its edge, and come in anew; there is no room for a loop.`;
    case 'curve-slowly':
      return `Its tightest curve, ${mm('radiusMm')} radius: slowly, below ${fine('limitMm')} a hand does not steer smoothly.`;
    case 'curve-nibbled':
      return `Its tightest curve, ${mm('radiusMm')} radius: nibble to it from the waste side, the blade does not turn so tight; or round it more in the drawing.`;
    case 'drifts': {
      const degrees = Number(inputs['degrees']);
      return `It pulls ${Math.abs(degrees).toFixed(1)}° to the ${degrees > 0 ? 'right' : 'left'}: turn the work as far against it.`;
    }
    default:
      return unreachable(rule);
  }
}

const capital = (word: string): string => `${word.charAt(0).toUpperCase()}${word.slice(1)}`;
