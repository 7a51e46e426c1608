import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inches } from '../units';
import {
  flatThickness,
  parseStock,
  readStockCsv,
  stockChanges,
  slicesFrom,
  stockCsv,
  stockLine,
  TYPICAL_MACHINES,
  waysFrom,
  woodNamed,
  WOODS,
} from '.';
import type { StockItem } from '.';
import { tried } from '../cases.test-support';

const typed = (text: string, unit: 'in' | 'mm' = 'in') => {
  const read = parseStock(text, unit);
  if (!read.ok) throw new Error(`${read.error.kind}: ${read.error.where}`);
  return read.value;
};

describe('stock as people type it', () => {
  test.each([
    ['2 beech 6/4 x 5 1/2 x 48', 2, 'board', 'beech', [1.5, 5.5, 48]],
    ['birch plywood 1/4 x 24 x 30', 1, 'sheet', 'birch-plywood', [0.25, 24, 30]],
    ['6 dowels 3/8 x 36', 6, 'dowel', 'yellow-birch', [0.375, null, 36]],
    ['walnut offcut 13/16 × 4 × 9', 1, 'offcut', 'walnut', [0.8125, 4, 9]],
    ['3 Cherry boards 3/4*6*24', 3, 'board', 'cherry', [0.75, 6, 24]],
  ] as const)('%s', (text, quantity, kind, woodId, [t, w, l]) => {
    const { item, quantity: count } = typed(text);
    expect([count, item.kind, item.woodId]).toEqual([quantity, kind, woodId]);
    expect([item.thickness!.mm, item.width?.mm ?? null, item.length!.mm]).toEqual([
      inches(t),
      w === null ? null : inches(w),
      inches(l),
    ]);
  });

  test('a thousand hinges are a thousand, not one of a longer name', () => {
    expect(typed('1,000 brass hinges')).toMatchObject({ quantity: 1000, item: { name: 'brass hinges' } });
  });

  test('in a table a quantity that is left out, and a name that is cut short, are told', () => {
    const rowOf = (cells: string) => readStockCsv(`kind,name,quantity,moisture\n${cells}\n`, 'in');
    expect(rowOf('bought,hinges,,')).toMatchObject({ value: [{ read: { error: { where: 'row 1, quantity' } } }] });
    expect(rowOf(`bought,${'h'.repeat(121)},3,`)).toMatchObject({
      value: [{ read: { error: { where: 'row 1, name' } } }],
    });
    expect(rowOf('bought,hinges,"1,200","12,5"')).toMatchObject({
      value: [{ read: { ok: true, value: { quantity: 1200, item: { moisturePercent: 12.5 } } } }],
    });
  });

  test('a table is the same in a shop that works in the other unit', () => {
    const item: StockItem = { ...typed('mdf 6 x 600 x 1200', 'mm').item, id: 'sheet' };
    const [row] = (() => {
      const read = readStockCsv(stockCsv([{ item, quantity: 2 }]), 'in');
      if (!read.ok) throw new Error(read.error.message);
      return read.value;
    })();
    expect(row!.read).toMatchObject({ value: { item: { width: { mm: 600 }, length: { mm: 1200 } } } });
  });

  test('a word that every object knows is no thickness', () => {
    for (const word of ['toString', 'constructor', '__proto__']) {
      expect(parseStock(`beech ${word} x 5 x 48`, 'in').ok).toBe(false);
      const table = readStockCsv(`kind,wood,thickness,width,length,quantity\nboard,beech,${word},5,48,1\n`, 'in');
      expect(table).toMatchObject({ value: [{ read: { ok: false, error: { where: 'row 1, thickness' } } }] });
    }
  });

  test('bare figures take the shop’s unit; quarters are rough and keep what was typed', () => {
    expect(typed('mdf 6 x 600 x 1200', 'mm').item.width!.mm).toBe(600);
    expect(typed('beech 6/4 x 100 mm x 1 m'.replace('1 m', '100 cm'), 'mm').item).toMatchObject({
      rough: true,
      thickness: { typed: '6/4' },
    });
    expect(typed('cherry 3/4 x 6 x 24').item.rough).toBe(false);
  });

  test.each([
    ['two of something', 'stock-size'],
    ['unobtainium 1 x 2 x 3', 'unknown-wood'],
    ['beech 1 x 2', 'stock-size'],
    ['beech 0 x 2 x 3', 'stock-size'],
    ['beech -1 x 2 x 3', 'stock-size'],
    ['', 'stock-size'],
    ['2.5 beech 6/4 x 5 x 48', 'stock-count'],
    ['2,5 brass hinges', 'stock-count'],
    ['0 brass hinges', 'stock-count'],
    ['-3 brass hinges', 'stock-count'],
    ['1.000 brass hinges', 'stock-count'],
    [`brass hinges ${'long '.repeat(40)}`, 'stock-unreadable'],
  ])('"%s" is refused with a hint', (text, kind) => {
    expect(parseStock(text, 'in')).toMatchObject({
      ok: false,
      error: { kind, hint: expect.stringContaining('beech') },
    });
  });

  test('every wood of the table is found by its own name', () => {
    for (const { id, name } of WOODS) expect(woodNamed(name.replace(/\(|\)/g, ''))?.id).toBe(id);
  });
});

const anyItem: fc.Arbitrary<{ item: StockItem; quantity: number }> = fc.record({
  quantity: fc.integer({ min: 0, max: 99 }),
  item: fc.record({
    id: fc.uuid(),
    kind: fc.constantFrom('board', 'sheet', 'strip', 'offcut'),
    woodId: fc.constantFrom(...WOODS.map(({ id }) => id)),
    name: fc.constant(''),
    thickness: fc.integer({ min: 1, max: 128 }).map((n) => ({ mm: inches(n / 64), typed: null })),
    width: fc.integer({ min: 1, max: 800 }).map((n) => ({ mm: n / 2, typed: null })),
    length: fc.integer({ min: 1, max: 3000 }).map((mm) => ({ mm, typed: `${String(mm)} mm` })),
    rough: fc.constant(false),
    costMinor: fc.option(fc.integer({ min: 0, max: 90_000 })),
    place: fc.string({ maxLength: 20 }).map((text) => text.trim()),
    note: fc.constantFrom('', 'a "fine" one, flat', '=SUM(A1)'),
    moisturePercent: fc.option(fc.integer({ min: 0, max: 100 })),
    partId: fc.constant(null),
    defects: fc.constant([]),
    archived: fc.constant(false),
  }),
});

describe('the rack as a table', () => {
  test('goes out and comes back the same', () => {
    fc.assert(
      fc.property(fc.array(anyItem, { maxLength: 12 }), (items) => {
        const rows = readStockCsv(stockCsv(items), 'in');
        if (!rows.ok) throw new Error(rows.error.message);
        expect(rows.value).toHaveLength(items.length);
        rows.value.forEach(({ read }, i) => {
          if (!read.ok) throw new Error(`${read.error.where}: ${read.error.message}`);
          const { item, quantity } = items[i]!;
          const { woodId, note, moisturePercent } = read.value.item;
          expect([read.value.quantity, woodId, note, moisturePercent]).toEqual([
            quantity,
            item.woodId,
            item.note,
            item.moisturePercent,
          ]);
          for (const side of ['thickness', 'width', 'length'] as const)
            expect(read.value.item[side]!.mm).toBeCloseTo(item[side]!.mm, 5);
        });
      }),
      tried(100),
    );
  });

  test('half of the rows wrong: each says why, the others are read', () => {
    const rows = readStockCsv(
      [
        'kind,wood,thickness,width,length,quantity,moisture',
        'board,beech,6/4,5 1/2,48,2',
        'board,moonwood,1,2,3,1',
        'plank,beech,1,2,3,1',
        'board,beech,-1,2,3,1',
        'board,beech,1,2,3,many',
        'board,cherry,3/4,6,24,3,12 %',
        'board,cherry,3/4,6,24,3,soaked',
        'board,cherry,3/4,6,24,3,120',
      ].join('\n'),
      'in',
    );
    expect(rows.ok && rows.value.map(({ read }) => (read.ok ? read.value.quantity : read.error.where))).toEqual([
      2,
      'row 2, wood',
      'row 3, kind',
      'row 4, thickness',
      'row 5, quantity',
      3,
      'row 7, moisture',
      'row 8, moisture',
    ]);
    expect(readStockCsv('hello\nworld', 'in')).toMatchObject({ ok: false, error: { kind: 'stock-unreadable' } });
  });
});

describe('milling, worked by hand', () => {
  const board = (text: string): StockItem => ({ ...typed(text).item, id: 'b' });

  test('rough boards once flat: 13/16, 1-1/16, 1-5/16, 1-3/4 (common practice)', () => {
    expect(['4/4', '5/4', '6/4', '8/4'].map((rough) => flatThickness(board(`beech ${rough} x 6 x 48`)))).toEqual(
      [13 / 16, 17 / 16, 21 / 16, 7 / 4].map(inches),
    );
  });

  test('4/4 gives two slices of 1/4, each planed on both faces', () => {
    // 13/16 is 52/64; a slice takes 16/64 and 2/64 for its faces, the blade 4/64: 18 + 4 + 18 = 40, a third needs 62.
    expect(slicesFrom(inches(13 / 16), inches(1 / 4), inches(1 / 16), inches(1 / 64))).toBe(2);
    const ways = waysFrom(board('cherry 4/4 x 5 x 36'), inches(1 / 4), TYPICAL_MACHINES);
    expect(ways.map(({ way, yield: pieces }) => [way.kind, pieces])).toEqual([
      ['resaw', 2],
      ['plane', 1],
    ]);
  });

  test('13/16 is planed to 3/4; 3/4 ready needs nothing; two of 1/2 make an inch', () => {
    expect(waysFrom(board('cherry 4/4 x 5 x 36'), inches(3 / 4), TYPICAL_MACHINES)[0]).toMatchObject({
      way: { kind: 'plane', takenMm: inches(1 / 16) },
    });
    expect(waysFrom(board('cherry 3/4 x 5 x 36'), inches(3 / 4), TYPICAL_MACHINES)).toEqual([
      { way: { kind: 'ready' }, rippedInto: 1, widthMm: inches(5), yield: 1, minutes: 0, lacking: [] },
    ]);
    expect(waysFrom(board('cherry 1/2 x 5 x 36'), inches(1), TYPICAL_MACHINES)[0]).toMatchObject({
      way: { kind: 'laminate' },
      yield: 0.5,
    });
    expect(waysFrom(board('cherry 1/4 x 5 x 36'), inches(1), TYPICAL_MACHINES)).toEqual([]);
  });

  test('a board higher than the resaw takes, or wider than the planer, says what is lacking', () => {
    const noRip = { ...TYPICAL_MACHINES, rip: null };
    const [wide] = waysFrom(board('cherry 8/4 x 14 x 36'), inches(1 / 2), noRip);
    expect(wide!.lacking).toEqual(['resaw', 'planer']);
    expect(
      waysFrom(board('cherry 4/4 x 5 x 36'), inches(3 / 4), { ...TYPICAL_MACHINES, planer: null })[0]!.lacking,
    ).toEqual(['planer']);
  });
});

describe('a board too wide for a machine is ripped first, where a saw rips', () => {
  const ways = (text: string, thickness: number, machines = TYPICAL_MACHINES) =>
    waysFrom({ ...typed(text).item, id: 'b' }, inches(thickness), machines).map(
      ({ way, rippedInto, widthMm, yield: pieces, lacking }) => [
        way.kind,
        rippedInto,
        Math.round((16 * widthMm) / 25.4) / 16,
        pieces,
        lacking.join(),
      ],
    );

  test('7 in on a resaw that takes 6: two strips of 3-7/16, each resawn into two', () => {
    // 7 less a kerf of 1/8 is 6-7/8, half of it 3-7/16.
    expect(ways('cherry 4/4 x 7 x 36', 1 / 4)).toEqual([
      ['resaw', 2, 3.4375, 4, ''],
      ['resaw', 1, 7, 2, 'resaw'],
      ['plane', 1, 7, 1, ''],
    ]);
  });

  test('14 in on a planer that takes 12: two strips of 6-15/16; just 12 stays whole', () => {
    expect(ways('cherry 4/4 x 14 x 36', 3 / 4)).toEqual([
      ['plane', 2, 6.9375, 2, ''],
      ['plane', 1, 14, 1, 'planer'],
    ]);
    expect(ways('cherry 4/4 x 12 x 36', 3 / 4)).toEqual([['plane', 1, 12, 1, '']]);
  });

  test('strips and the kerfs between them are the board, and no machine gets more than it takes', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 30, noNaN: true }), (wide) => {
        const item = { ...typed('cherry 8/4 x 5 x 36').item, id: 'b', width: { mm: inches(wide), typed: null } };
        for (const { rippedInto: strips, widthMm, lacking } of waysFrom(item, inches(1 / 2), TYPICAL_MACHINES)) {
          expect(strips * widthMm + (strips - 1) * inches(1 / 8)).toBeCloseTo(inches(wide), 3);
          if (strips > 1) expect(lacking).toEqual([]);
          if (strips > 1) expect(widthMm).toBeLessThanOrEqual(inches(12) + 1e-6);
        }
      }),
      tried(100),
    );
  });
});

describe('a table held against the rack', () => {
  const typedItem = (text: string, changes: Partial<StockItem> = {}) => {
    const read = parseStock(text, 'in');
    if (!read.ok) throw new Error(read.error.message);
    return { item: { ...read.value.item, id: text, ...changes }, onHand: read.value.quantity };
  };
  const rack = [
    typedItem('3 cherry 3/4 x 6 x 48', { place: 'door' }),
    typedItem('2 cherry 3/4 x 6 x 48 ', { place: 'wall' }),
    typedItem('24 brass hinges', { costMinor: 40 }),
    typedItem('6 dowels 3/8 x 36'),
  ];
  const rows = rack.map(({ item: { id: _id, ...item }, onHand }) => ({ item, quantity: onHand }));

  test('the rack’s own table, written and read, changes nothing', () => {
    const read = readStockCsv(
      stockCsv(rows.map(({ item, quantity }) => ({ item: { ...item, id: '' }, quantity }))),
      'in',
    );
    if (!read.ok) throw new Error(read.error.message);
    const back = read.value.flatMap((row) => (row.read.ok ? [row.read.value] : []));
    expect(stockChanges(back, rack).map(({ kind }) => kind)).toEqual(['same', 'same', 'same', 'same']);
  });

  test('a count, a place, a cost that differ, and what is not there yet', () => {
    const [door, wall, hinges] = rows;
    const changes = stockChanges(
      [
        { ...wall!, quantity: 5 },
        { ...hinges!, item: { ...hinges!.item, costMinor: 55 } },
        { ...door!, item: { ...door!.item, thickness: { mm: 25.4, typed: '1' } } },
      ],
      rack,
    );
    expect(changes).toMatchObject([
      { kind: 'changed', item: { place: 'wall' }, before: 2, difference: 3, facts: {} },
      { kind: 'changed', difference: 0, facts: { costMinor: 55 } },
      { kind: 'new' },
    ]);
  });

  test('an empty cell leaves what is known of cost, place, note and moisture', () => {
    const known = typedItem('3 cherry 3/4 x 6 x 48', {
      place: 'door',
      costMinor: 900,
      note: 'flat',
      moisturePercent: 9,
    });
    const short = readStockCsv('kind,wood,thickness,width,length,quantity\nboard,cherry,3/4,6,48,3', 'in');
    if (!short.ok || !short.value[0]?.read.ok) throw new Error('a row without places is read');
    expect(stockChanges([short.value[0].read.value], [known])).toMatchObject([{ kind: 'same' }]);
    const wetter = { ...short.value[0].read.value.item, moisturePercent: 16 };
    expect(stockChanges([{ quantity: 3, item: wetter }], [known])).toMatchObject([
      { kind: 'changed', difference: 0, facts: { moisturePercent: 16 } },
    ]);
  });

  test('what is written for a shopping list is read as just that, whatever the wood and the size', () => {
    const size = fc.oneof(
      fc.integer({ min: 1, max: 64 * 40 }).map((n) => inches(n / 64)),
      fc.integer({ min: 1, max: 20_000 }).map((n) => n / 10),
    );
    const wood = fc.constantFrom(...WOODS);
    const count = fc.integer({ min: 1, max: 99 });
    const unit = fc.constantFrom('in' as const, 'mm' as const);
    fc.assert(
      fc.property(wood, count, size, size, size, fc.boolean(), unit, ({ id, kind }, n, a, b, c, isDowel, units) => {
        const made = isDowel ? ('dowel' as const) : kind === 'sheet' ? ('sheet' as const) : ('board' as const);
        const line = stockLine(
          { count: n, woodId: id, kind: made, thickness: a, widthMm: isDowel ? null : b, lengthMm: c },
          units,
        );
        const read = parseStock(line, units);
        if (!read.ok) throw new Error(`${line}: ${read.error.message}`);
        const { item, quantity } = read.value;
        expect([item.woodId, item.kind, quantity, item.rough]).toEqual([id, made, n, false]);
        const sizes = [item.thickness, item.width, item.length].map((one) => one && Math.round(one.mm * 1e6));
        expect(sizes).toEqual([a, isDowel ? null : b, c].map((mm) => mm && Math.round(mm * 1e6)));
      }),
      tried(1000, 300),
    );
    const rough = { count: 2, woodId: 'cherry', kind: 'board', thickness: '4/4', widthMm: 150, lengthMm: 900 } as const;
    expect(typed(stockLine(rough, 'in')).item).toMatchObject({ rough: true, thickness: { typed: '4/4' } });
  });

  test('bought parts and what is used up are told by their names', () => {
    for (const [text, kind, name, quantity] of [
      ['24 brass hinges', 'bought', 'brass hinges', 24],
      ['3 rolls of painter tape', 'consumable', 'rolls of painter tape', 3],
      ['magnets 1/4 x 1/8', 'bought', 'magnets 1/4 x 1/8', 1],
    ] as const)
      expect(parseStock(text, 'in')).toMatchObject({
        ok: true,
        value: { quantity, item: { kind, name, woodId: null } },
      });
    // A size of three is wood, whatever its name.
    expect(parseStock('yellow birch 1/4 x 2 x 30', 'in')).toMatchObject({ value: { item: { kind: 'board' } } });
  });
});
