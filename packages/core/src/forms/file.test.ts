import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fromFile, toFile } from './file';
import { tried } from '../cases.test-support';

test('what is written comes back; a file of an earlier form is raised', () => {
  const doc = { name: 'Luggage tag', parts: [] };
  expect(fromFile('template', toFile('template', doc))).toEqual({ ok: true, value: doc });
  const early = JSON.stringify({ program: 'rapid-jig', kind: 'run', form: 1, doc: { name: 'Fair' } });
  expect(fromFile('run', early)).toMatchObject({ ok: true, value: { name: 'Fair', refillSpares: false } });
});

test('a file of another kind, of a newer form, or of another program is told', () => {
  expect(fromFile('run', toFile('template', {}))).toMatchObject({ ok: false, error: { kind: 'unreadable-form' } });
  const newer = JSON.stringify({ program: 'rapid-jig', kind: 'run', form: 99, doc: {} });
  expect(fromFile('run', newer)).toMatchObject({ ok: false, error: { kind: 'newer-form' } });
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
      expect(fromFile('template', text).ok).toBe(false);
    }),
    tried(100),
  );
});
