import { expect, test } from '@jest/globals';
import { formatArea, formatDecimal, formatDistance, formatFaceArea, formatFine, formatShare } from './measures';

test('a measure is said in the unit asked for, by the definitions of foot and inch', () => {
  expect([formatDistance(609.6, 'in'), formatDistance(2500, 'mm')]).toEqual(['2.0 ft', '2.50 m']);
  expect([formatArea(304.8 * 304.8, 'in'), formatArea(1_500_000, 'mm')]).toEqual(['1.0 sq ft', '1.50 m²']);
  expect([formatFaceArea(25.4 * 50.8, 'in'), formatFaceArea(1234, 'mm')]).toEqual(['2.0 sq in', '12.3 cm²']);
  // 0.038 in is 0.9652 mm.
  expect([formatFine(0.9652, 'in'), formatFine(0.9652, 'mm')]).toEqual(['0.038"', '0.97 mm']);
});

test('figures part their thousands; a share is per cent', () => {
  expect([formatDecimal(1234.56, 1), formatDecimal(-2, 2), formatShare(0.1314)]).toEqual([
    '1,234.6',
    '-2.00',
    '13.1 %',
  ]);
});
