import { expect, test } from '@jest/globals';
import { readSettings } from './settings';

const OWN = { demoOnly: false, lan: false, https: false };

test('files lie in the data folder of the checkout unless told otherwise, and only this machine is listened to', () => {
  expect(readSettings({}, '/shop', OWN)).toEqual({
    host: '127.0.0.1',
    port: 4321,
    ownDatabaseUrl: 'file:///shop/data/shop.db',
    backupsKept: 14,
    dataFolder: '/shop/data',
    demoDatabaseFile: '/shop/data/demo.db',
    extraHosts: [],
    securePort: null,
  });
  const told = { RAPID_JIG_DATA: '/elsewhere', RAPID_JIG_PORT: '8080', RAPID_JIG_ALLOWED_HOSTS: 'bench.local, saw' };
  expect(readSettings(told, '/shop', { demoOnly: true, lan: false, https: false })).toMatchObject({
    port: 8080,
    ownDatabaseUrl: null,
    demoDatabaseFile: '/elsewhere/demo.db',
    extraHosts: ['bench.local', 'saw'],
  });
  const odd = { RAPID_JIG_DATA: '/a #1 %41?' };
  expect(readSettings(odd, '/shop', OWN).ownDatabaseUrl).toBe('file:///a%20%231%20%2541%3F/shop.db');
  const remote = { RAPID_JIG_DATABASE_URL: 'http://shed:8080' };
  expect(readSettings(remote, '/shop', OWN).ownDatabaseUrl).toBe('http://shed:8080');
});

test('on the local network every address is listened to', () => {
  expect(readSettings({}, '/shop', { demoOnly: false, lan: true, https: false }).host).toBe('0.0.0.0');
});

test('secure pages have the next port, or the one that is told', () => {
  const secure = { demoOnly: false, lan: true, https: true };
  expect(readSettings({}, '/shop', secure).securePort).toBe(4322);
  expect(readSettings({ RAPID_JIG_HTTPS_PORT: '9443' }, '/shop', secure).securePort).toBe(9443);
});

test('a port that is none is named', () => {
  expect(() => readSettings({ RAPID_JIG_PORT: '65536' }, '/shop', OWN)).toThrow('RAPID_JIG_PORT must be a port');
  expect(() => readSettings({ RAPID_JIG_PORT: 'saw' }, '/shop', OWN)).toThrow(
    'RAPID_JIG_PORT must be a port from 0 to 65535, got "saw"',
  );
});
