import type { Issue, Problem } from '@zucchini/core';

/** Every status but the plain successes, from this one table. */
const problems = {
  malformed: { status: 400, title: 'This cannot be read' },
  'code-wanted': { status: 401, title: 'The code is wanted here' },
  shut: { status: 403, title: 'This is not open here' },
  'bad-host': { status: 403, title: 'This address is not served here' },
  'bad-origin': { status: 403, title: 'Another site may not change anything here' },
  'not-found': { status: 404, title: 'This is not here' },
  'in-use': { status: 409, title: 'This is still used' },
  stale: { status: 409, title: 'This was changed elsewhere meanwhile' },
  busy: { status: 409, title: 'Others were storing at the same moment: try again' },
  'too-large': { status: 413, title: 'This is too large' },
  'wrong-media-type': { status: 415, title: 'JSON is expected here' },
  'too-many': { status: 429, title: 'Too many wrong codes: wait a little' },
  'share-used': { status: 429, title: 'This device has noted as much as it may' },
  unsound: { status: 422, title: 'This does not hold together' },
  internal: { status: 500, title: 'Something went wrong here' },
  'disk-full': { status: 507, title: 'The disk of the database is full: nothing was stored' },
  'too-long': { status: 503, title: 'This takes longer than one request may' },
  'database-away': { status: 503, title: 'The database does not answer' },
} as const;

export type ProblemKind = keyof typeof problems;

/** Thrown by handlers, sent as problem details. */
export class ProblemError extends Error {
  readonly problem: Problem;
  constructor(
    kind: ProblemKind,
    detail?: string,
    more: { readonly issues?: readonly Issue[]; readonly revision?: number } = {},
  ) {
    super(detail ?? problems[kind].title);
    this.problem = {
      type: `/problems/${kind}`,
      title: problems[kind].title,
      status: problems[kind].status,
      ...(detail ? { detail } : {}),
      ...(more.issues ? { issues: [...more.issues] } : {}),
      ...(more.revision === undefined ? {} : { revision: more.revision }),
    };
  }
}
