import express from 'express';
import type { AddressInfo } from 'node:net';
import { ConnectionError, ConnectionAcquireTimeoutError, DatabaseError } from 'sequelize';
import { badInput, notFound, Problem, problemHandler } from './problem';

async function answerTo(
  error: unknown,
): Promise<{ status: number; type: string; body: Record<string, unknown>; logged: string[] }> {
  const logged: string[] = [];
  const app = express();
  app.get('/', () => {
    throw error;
  });
  app.use(problemHandler((line) => logged.push(line)));
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  const body = (await response.json()) as Record<string, unknown>;
  await new Promise((done) => server.close(done));
  return { status: response.status, type: response.headers.get('content-type') ?? '', body, logged };
}

test.each([
  [
    'a problem of our own',
    new Problem(428, 'Missing', 'Say which.', { hint: 1 }),
    428,
    { title: 'Missing', detail: 'Say which.', hint: 1, type: 'about:blank', status: 428 },
  ],
  [
    'bad input',
    badInput(['a is wrong.', 'b is wrong.']),
    400,
    { detail: 'a is wrong. b is wrong.', problems: ['a is wrong.', 'b is wrong.'] },
  ],
  [
    'something that is not there',
    notFound('The job'),
    404,
    { detail: 'The job is not here. It may have been deleted.' },
  ],
  ['a database that is away', new ConnectionError(new Error('refused')), 503, { title: 'Database away' }],
  [
    'a database that does not answer in time',
    new ConnectionAcquireTimeoutError(new Error('late')),
    503,
    { title: 'Database away' },
  ],
  [
    'a connection that was closed, told by the driver itself',
    Object.assign(new Error('Cannot execute new commands: connection closed'), {
      name: 'SqlError',
      code: 'ER_CMD_CONNECTION_CLOSED',
      sqlState: '08S01',
      fatal: true,
    }),
    503,
    { title: 'Database away' },
  ],
  [
    'a connection that was lost inside another error',
    new DatabaseError(
      Object.assign(new Error('socket has unexpectedly been closed'), {
        code: 'ER_SOCKET_UNEXPECTED_CLOSE',
        sqlState: '08S01',
        fatal: true,
        sql: '',
      }) as never,
    ),
    503,
    { title: 'Database away' },
  ],
  [
    'a body that is no JSON',
    Object.assign(new Error('x'), { type: 'entity.parse.failed', status: 400 }),
    400,
    { title: 'Not JSON' },
  ],
  [
    'a body that is too large',
    Object.assign(new Error('x'), { type: 'entity.too.large', status: 413 }),
    413,
    { title: 'Too large' },
  ],
])('%s', async (_, error, status, body) => {
  const answer = await answerTo(error);
  expect(answer).toMatchObject({ status, body, logged: [] });
  expect(answer.type).toMatch(/^application\/problem\+json/);
});

test('a bug is logged with its place, and told without it', async () => {
  const answer = await answerTo(new TypeError('cannot read x of undefined'));
  expect(answer.status).toBe(500);
  expect(JSON.stringify(answer.body)).not.toContain('cannot read x');
  expect(answer.logged[0]).toContain('cannot read x of undefined');
});
