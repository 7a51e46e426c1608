import type { ApiFault, ApiFaultKind, Stored } from '@rapid-jig/contract';

/** The one place where kinds of fault become HTTP. */
const STATUS: Readonly<Record<ApiFaultKind, number>> = {
  'invalid-request': 400,
  'unknown-device': 401,
  forbidden: 403,
  'wrong-code': 403,
  'not-found': 404,
  'version-conflict': 409,
  'in-use': 409,
  'id-taken': 409,
  'not-enough': 409,
  'wood-changed': 409,
  'too-large': 413,
  'disk-full': 507,
  'cannot-plan': 422,
  'wrong-plan': 422,
  'version-missing': 428,
  'key-missing': 428,
  unexpected: 500,
};

/** A fault on its way to the client. */
export class ApiError extends Error {
  readonly status: number;

  constructor(readonly fault: ApiFault) {
    super(fault.message);
    this.name = 'ApiError';
    this.status = STATUS[fault.kind];
  }
}

export const notFound = (what: string, id: string): ApiError =>
  new ApiError({
    kind: 'not-found',
    message: `There is no such ${what}.`,
    where: id,
    hint: 'It may be in another database, or the link may be wrong. Go back to the list.',
  });

export const idTaken = (what: string, id: string): ApiError =>
  new ApiError({
    kind: 'id-taken',
    message: `This ${what} is there already with other content.`,
    where: id,
    hint: 'Give each one an id of its own; the same one may be sent again as it was.',
  });

export const versionConflict = (what: string, current: Stored<unknown>): ApiError =>
  new ApiError({
    kind: 'version-conflict',
    message: `This ${what} was changed elsewhere since you read it.`,
    where: `stored version ${String(current.version)}`,
    hint: 'Look at what differs, then keep yours or take the other.',
    current,
  });
