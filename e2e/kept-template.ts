import type { Part } from '@rapid-jig/core';
import { randomUUID } from 'node:crypto';
import { templateOf } from '../packages/web/src/testing/sawn-parts.test-support';
import { expect, type Page } from './app';

/** Keeps a template of these parts in the maker's own shop, and opens it. */
export async function keepTemplate(page: Page, address: string, name: string, parts: readonly Part[]): Promise<void> {
  const template = templateOf(name, parts);
  const put = await page.request.put(`${address}/api/templates/${template.id}`, {
    headers: { 'If-Match': '"0"', 'Idempotency-Key': randomUUID() },
    data: template,
  });
  expect(put.status()).toBe(200);
  await page.goto(`${address}/templates/${template.id}`);
}
