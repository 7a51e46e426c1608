import { FRESH, RunningApp } from './app';

/** Makes the demo before the first test, as the program does at its first start, and takes it away after the last. */
export default async function madeDemo(): Promise<() => Promise<void>> {
  const first = await RunningApp.start();
  process.env[FRESH] = await first.filesLeft();
  return () => first.remove();
}
