import { Router, type RequestHandler, type Response } from 'express';
import type { Change } from '@rapid-jig/contract';

/** A line now and then keeps the stream open through whatever lies between. */
const BEAT_MS = 25_000;

/** Tells every page that listens what a write has changed. */
export interface Live {
  /** The stream of changes, as server-sent events. */
  readonly stream: Router;
  /** Watches writes go by: once one is answered with success, it is told. */
  readonly watch: RequestHandler;
}

/**
 * `build` names the web app that is served, so that a page of an older one hears of it; null where none is. Streams end once
 * `stopping` is aborted: no page holds up the end of the program.
 */
export function createLive(build: string | null, stopping: AbortSignal): Live {
  const listeners = new Set<Response>();
  stopping.addEventListener('abort', () => {
    for (const listener of listeners) listener.end();
  });
  const tell = (change: Change): void => {
    for (const listener of listeners) listener.write(`data: ${JSON.stringify(change)}\n\n`);
  };
  const stream = Router();
  stream.get('/', (request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' });
    response.write('retry: 1000\n\n');
    if (build !== null) response.write(`event: build\ndata: ${build}\n\n`);
    listeners.add(response);
    const beat = setInterval(() => response.write(':\n\n'), BEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      listeners.delete(response);
    });
  });
  return {
    stream,
    watch: (request, response, next) => {
      if (request.method !== 'GET' && request.method !== 'HEAD') {
        const topics = topicsOf(request.path);
        const by = request.get('X-Tab') ?? null;
        const end = response.end.bind(response);
        // Once it is answered, whether or not the connection has lasted until then: what is stored is told.
        response.end = ((...answer: Parameters<typeof end>) => {
          if (response.statusCode < 300 && topics.length > 0) tell({ topics, by });
          return end(...answer);
        }) as typeof response.end;
      }
      next();
    },
  };
}

/** What a write to an address changes. */
function topicsOf(path: string): string[] {
  const [room, id, part] = path.split('/').filter(Boolean);
  switch (room) {
    case 'runs':
      if (part === 'blanks') return [`work ${id ?? ''}`, 'rack'];
      if (part === 'reserve') return ['rack'];
      return part === undefined ? ['runs', `run ${id ?? ''}`] : [`work ${id ?? ''}`];
    case 'templates':
      return ['templates', `template ${id ?? ''}`];
    case 'blade-moves':
    case 'rack':
    case 'shop':
    case 'drawer':
    case 'machines':
      return [room];
    default:
      return [];
  }
}
