import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  atGlance,
  compareMm,
  formatLength,
  formatMinutes,
  formatMoney,
  howManyFit,
  inches,
  inchFraction,
  onRule,
  parseCount,
  parseDecimal,
  parseLength,
  sumMm,
  textOfLength,
  textWithUnit,
  typedUnit,
} from '.';
import { tried } from '../cases.test-support';

const read = (text: string, unit: 'in' | 'mm' = 'in') => {
  const result = parseLength(text, unit);
  return result.ok ? result.value.mm : result.error.kind;
};

describe('reading a length', () => {
  // 25.4 mm to the inch is exact by definition.
  test.each([
    ['3/4', 19.05],
    ['1 3/8"', 34.925],
    ['1-3/8', 34.925],
    ['19 mm', 19],
    ['1.375', 34.925],
    ['13/16', 20.6375],
    ['2 ½ in', 63.5],
    ['2½', 63.5],
    ['1/64', 0.396875],
    ['.5"', 12.7],
    ['6 cm', 60],
    ['3⁄8', 9.525],
    ['4"', 101.6],
  ])('%s in a shop that works in inches is %d mm', (text, mm) => {
    expect(read(text)).toBe(mm);
  });

  test('a comma is a decimal one where it cannot part thousands', () => {
    expect(read('1,5 mm')).toBe(1.5);
    expect(read('0,125', 'in')).toBe(3.175);
    expect(read('1200,5 mm')).toBe(1200.5);
  });

  test('a figure that can be read in two ways says both', () => {
    expect(parseLength('1,200 mm', 'mm')).toMatchObject({ error: { hint: 'Type 1200 or 1.200.' } });
  });

  test('a bare number takes the unit of the shop, a bare fraction is always inches', () => {
    expect(read('6', 'mm')).toBe(6);
    expect(read('6', 'in')).toBe(152.4);
    expect(read('3/4', 'mm')).toBe(19.05);
  });

  test.each([
    ['', 'length-empty'],
    ['abc', 'length-unreadable'],
    ['3/0', 'length-unreadable'],
    ['1 2 3', 'length-unreadable'],
    ['NaN', 'length-unreadable'],
    ['13/8 3', 'length-unreadable'],
    ['1,200 mm', 'length-unreadable'],
    ['1,200', 'length-unreadable'],
    ['1,375', 'length-unreadable'],
    ['12,500"', 'length-unreadable'],
    ['1,200,000 mm', 'length-unreadable'],
    ['1.5 1/2', 'length-unreadable'],
    ['1,5 1/2', 'length-unreadable'],
    ['1. 1/2', 'length-unreadable'],
    ['3 toString', 'length-unreadable'],
    ['constructor', 'length-unreadable'],
    ['0', 'length-not-positive'],
    ['-3/4', 'length-not-positive'],
    ['1e9', 'length-unreadable'],
    ['99999999', 'length-too-large'],
  ])('%p is refused as %s', (text, kind) => {
    expect(read(text)).toBe(kind);
  });

  test('keeps what was typed, and knows its unit again', () => {
    const result = parseLength(' 13/16 ', 'mm');
    expect(result).toEqual({ ok: true, value: { mm: 20.6375, typed: '13/16' } });
    expect(typedUnit({ mm: 20.6375, typed: '13/16' })).toBe('in');
    expect(typedUnit({ mm: 19, typed: '19 mm' })).toBe('mm');
    expect(typedUnit({ mm: 19, typed: null })).toBeNull();
  });

  test.each([
    [`8'`, 2438.4],
    [`2' 6"`, 762],
    [`2'-6 1/2"`, 774.7],
    ['12 ft', 3657.6],
    [`1' 3/4`, 323.85],
    [`0' 6`, 152.4],
  ])('%s is %d mm: a foot has twelve inches', (text, mm) => {
    expect([read(text), read(text, 'mm')]).toEqual([mm, mm]);
  });

  test.each([`2' 6 mm`, `0'`, `'`, `2' x`, `1.5'`])('%s is no length', (text) => {
    expect(parseLength(text, 'in').ok).toBe(false);
  });

  test('a length stays itself whatever is typed, however often the unit of the shop is changed and it is shown and read again', () => {
    const whole = fc.integer({ min: 1, max: 400 }).map(String);
    const decimal = fc
      .tuple(whole, fc.constantFrom('.', ','), fc.integer({ min: 1, max: 99 }))
      .map((all) => all.join(''));
    const fraction = fc
      .tuple(fc.integer({ min: 1, max: 63 }), fc.constantFrom(2, 4, 8, 16, 32, 64))
      .map((all) => all.join('/'));
    const mixed = fc.tuple(whole, fraction).map((all) => all.join(' '));
    const figure = fc.oneof(whole, decimal, fraction, mixed);
    const typed = fc.tuple(figure, fc.constantFrom('', '', '"', ' in', ' mm', ' cm')).map((all) => all.join(''));
    const units = fc.array(fc.constantFrom<'in' | 'mm'>('in', 'mm'), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(typed, units, (text, [first = 'in', ...later]) => {
        const stored = parseLength(text, first);
        if (!stored.ok) return;
        let length = stored.value;
        for (const unit of later) {
          const again = parseLength(textOfLength(length, unit), unit);
          expect(again).toMatchObject({ ok: true, value: { mm: stored.value.mm } });
          // Looked at and typed again just as it stands.
          if (again.ok) length = again.value;
          expect(parseLength(textWithUnit(length), unit === 'in' ? 'mm' : 'in')).toMatchObject({
            value: { mm: length.mm },
          });
        }
      }),
      tried(400),
    );
  });

  test('a bare figure has its unit only where the shop works in the other', () => {
    const six = parseLength('6', 'in');
    if (!six.ok) throw new Error(six.error.message);
    expect([textOfLength(six.value, 'in'), textOfLength(six.value, 'mm'), textWithUnit(six.value)]).toEqual([
      '6',
      '6"',
      '6"',
    ]);
    // A text that does not say its length is not believed.
    expect(textOfLength({ mm: 5, typed: '7' }, 'mm')).toBe('5 mm');
  });

  test('never throws and never gives a length that is not finite and above zero', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom<'in' | 'mm'>('in', 'mm'), (text, unit) => {
        const result = parseLength(text, unit);
        if (result.ok) expect(result.value.mm > 0 && Number.isFinite(result.value.mm)).toBe(true);
      }),
      tried(100),
    );
  });
});

describe('printing a length', () => {
  test('every sixty-fourth comes back as itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 64 * 96 }), (n) => {
        const { whole, numerator, denominator, near } = inchFraction(inches(n / 64));
        expect(near).toBe(false);
        expect(whole + numerator / denominator).toBe(n / 64);
        expect(read(formatLength(inches(n / 64), 'in'))).toBe(inches(n / 64));
      }),
      tried(100),
    );
  });

  test('millimetres shown in inches are marked as near', () => {
    expect(formatLength(19, 'in')).toBe('≈ 3/4"');
    expect(formatLength(19.05, 'in')).toBe('3/4"');
    expect(formatLength(34.925, 'mm')).toBe('34.93 mm');
    expect(formatLength(50.8, 'in')).toBe('2"');
    expect(formatLength(0.1, 'in')).toBe('≈ 0.004"');
  });
});

describe('counting with lengths', () => {
  test('three eighths go three times into three eighths by one eighth', () => {
    expect(howManyFit(inches(3 / 8), inches(1 / 8))).toBe(3);
    expect(howManyFit(0.3, 0.1)).toBe(3);
    expect(howManyFit(10, 11)).toBe(0);
    expect(() => howManyFit(10, 0)).toThrow('each must be above 0 mm, got 0');
  });

  test('sums and compares to the nanometre', () => {
    expect(sumMm([0.1, 0.2])).toBe(0.3);
    expect(compareMm(0.1 + 0.2, 0.3)).toBe(0);
    expect(compareMm(1, 2)).toBe(-1);
    // 1-1/4 less 15/32 from each edge leaves 5/16 (common practice, hand arithmetic).
    expect(formatLength(inches(1.25) - 2 * inches(15 / 32), 'in')).toBe('5/16"');
  });
});

test('minutes and money read as people say them', () => {
  expect([0.5, 7.4, 60, 85].map(formatMinutes)).toEqual(['30 s', '7 min', '1 h', '1 h 25 min']);
  expect(formatMoney(123456, 'EUR')).toBe('€1,234.56');
  expect(formatMoney(500, 'JPY')).toBe('¥500');
});

describe('a size that can be set on a rule', () => {
  test.each([
    [inches(4.5), 'in', inches(4.5)],
    [112.7, 'in', inches(4 + 7 / 16)],
    [112.7, 'mm', 113],
    [113, 'mm', 113],
    [inches(1 / 16) + 0.01, 'in', inches(1 / 8)],
  ] as const)('%d mm in %s: %d mm', (size, unit, rounded) => {
    expect(onRule(size, unit)).toBeCloseTo(rounded, 6);
  });

  test('it is never smaller, and larger by less than a step', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 3000, noNaN: true }), fc.constantFrom('in', 'mm'), (size, unit) => {
        const more = onRule(size, unit) - size;
        expect(more).toBeGreaterThan(-1e-5);
        expect(more).toBeLessThan(unit === 'in' ? 25.4 / 16 : 1);
      }),
      tried(100),
    );
  });
});

describe('reading a plain number', () => {
  test.each([
    ['2.5', 2.5],
    [' 2,5 ', 2.5],
    [',5', 0.5],
    ['12.', 12],
    ['0,125', 0.125],
    ['1,200', null],
    ['1e3', null],
    ['0x10', null],
    ['', null],
    ['.', null],
    ['-1,5', -1.5],
    ['-1,200', null],
    ['--1', null],
    ['1.5.2', null],
  ])('%p is %p', (text, value) => {
    expect(parseDecimal(text)).toBe(value);
  });
});

test('a size at a glance is in sixteenths or half millimetres, and never nothing', () => {
  // 15 23/64 in is between 15 5/16 and 15 3/8, nearer to the second.
  expect(atGlance(inches(15 + 23 / 64), 'in')).toBe(inches(15 + 3 / 8));
  expect(atGlance(190.2, 'mm')).toBe(190);
  expect(atGlance(190.3, 'mm')).toBe(190.5);
  expect([atGlance(0.1, 'mm'), atGlance(0.1, 'in')]).toEqual([0.5, inches(1 / 16)]);
});

describe('counts', () => {
  test.each([
    ['12', 12],
    ['1,000', 1000],
    ['12,345,678', 12345678],
    ['0', 0],
  ])('%s is %d', (text, count) => {
    expect(parseCount(text)).toBe(count);
  });

  test.each(['', '2.5', '2,5', '1,00', '0,500', '1.000', '-1', '1e3', 'ten', '1 000'])('"%s" is no count', (text) => {
    expect(parseCount(text)).toBeNull();
  });
});
