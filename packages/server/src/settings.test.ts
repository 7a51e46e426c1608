import { expect, test } from '@jest/globals';
import { readSettings } from './settings';

test('files lie in the data folder of the checkout unless told otherwise, and only this machine is listened to', () => {
  expect(readSettings({}, '/shop', false)).toEqual({
    host: '127.0.0.1',
    port: 4321,
    ownDatabaseUrl: 'file:///shop/data/shop.db',
    dataFolder: '/shop/data',
    demoDatabaseFile: '/shop/data/demo.db',
    extraHosts: [],
  });
  const told = { RAPID_JIG_DATA: '/elsewhere', RAPID_JIG_PORT: '8080', RAPID_JIG_ALLOWED_HOSTS: 'bench.local, saw' };
  expect(readSettings(told, '/shop', true)).toMatchObject({
    port: 8080,
    ownDatabaseUrl: null,
    demoDatabaseFile: '/elsewhere/demo.db',
    extraHosts: ['bench.local', 'saw'],
  });
  const odd = { RAPID_JIG_DATA: '/a #1 %41?' };
  expect(readSettings(odd, '/shop', false).ownDatabaseUrl).toBe('file:///a%20%231%20%2541%3F/shop.db');
  const remote = { RAPID_JIG_DATABASE_URL: 'http://shed:8080' };
  expect(readSettings(remote, '/shop', false).ownDatabaseUrl).toBe('http://shed:8080');
});

test('a port that is none is named', () => {
  expect(() => readSettings({ RAPID_JIG_PORT: 'saw' }, '/shop', false)).toThrow(
    'RAPID_JIG_PORT must be a port from 0 to 65535, got "saw"',
  );
});
