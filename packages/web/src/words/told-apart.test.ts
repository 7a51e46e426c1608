import { expect, test } from '@jest/globals';
import { toldApart } from './told-apart';

const tray = (wood: string, layers: string, phase: string) => ({ name: 'Tray', facts: [wood, layers, phase] });

test('equal names are told apart by what differs, and others are left as they are', () => {
  const fin = { name: 'Fin', facts: ['Oak'] };
  expect(toldApart([tray('Oak', '4 layers', 'phase 1'), tray('Oak', '3 layers', 'phase 1'), fin])).toEqual([
    'Tray (4 layers)',
    'Tray (3 layers)',
    'Fin',
  ]);
  // No one fact names each of three.
  expect(
    toldApart([
      tray('Oak', '4 layers', 'phase 1'),
      tray('Oak', '3 layers', 'phase 2'),
      tray('Ash', '4 layers', 'phase 2'),
    ]),
  ).toEqual(['Tray (Oak, 4 layers, phase 1)', 'Tray (Oak, 3 layers, phase 2)', 'Tray (Ash, 4 layers, phase 2)']);
});
