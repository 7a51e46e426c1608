import { Router, type Request } from 'express';
import { toString as qrCode } from 'qrcode';
import { pairingSchema, type LocalNetwork } from '@rapid-jig/contract';
import type { Devices } from '../../devices';
import type { Way } from '../../network';
import { deviceCookie, onlyHere } from '../guards';
import { checked, idOf, SMALL_BODY } from './request';

/** Letting devices in; all but the asking itself is for the main computer. */
export function deviceRoutes(devices: Devices, way: () => Way, isOwn: (request: Request) => boolean): Router {
  const router = Router();
  router.post('/pair', SMALL_BODY, async (request, response) => {
    const address = request.socket.remoteAddress ?? '';
    const key = await devices.pair(checked(pairingSchema, request.body), address);
    response.set('Set-Cookie', deviceCookie(key, request.secure)).status(204).end();
  });
  router.use(onlyHere(isOwn, 'Devices are let in and turned out on the main computer.'));
  router.get('/', async (_request, response) => {
    const { addresses, trust } = way();
    const [first] = addresses;
    const network: LocalNetwork = {
      addresses,
      trust,
      qrSvg: first === undefined ? null : await qrCode(first, { type: 'svg', margin: 1 }),
      code: devices.code(),
      devices: await devices.list(),
    };
    response.json(network);
  });
  router.delete('/:id', async (request, response) => {
    await devices.turnOut(idOf(request));
    response.status(204).end();
  });
  return router;
}
