import { Type } from '@sinclair/typebox';
import type { Request } from 'express';
import { CONTROL_PARTS, type ControlPart } from '@violet-jaw/core/control/parts.ts';
import { checker } from '@violet-jaw/core/schema';
import { badInput } from '../problem';
import type { Services } from '../services';
import { accountOf } from '../sessions';
import { expectedRevision, fileName, goneSignal, jobIdOf, letterOf } from './requests';
import type { RouteEntry } from './table';

const checkIssue = checker(Type.Object({ note: Type.String({ maxLength: 4000 }) }, { additionalProperties: false }));

const issueOf = (request: Request): [id: string, letter: string] => [jobIdOf(request), letterOf(request)];

/** Issued sheets: frozen numbers, drawings, lines for the control and the run. */
export function issueRoutes({ issues, runs, audit, publicAddress }: Services): readonly RouteEntry[] {
  return [
    { method: 'get', path: '/jobs/:id/issues', who: 'operator', work: async (request, response) => { response.json(await issues.list(jobIdOf(request))); } },
    {
      method: 'post', path: '/jobs/:id/issues', who: 'planner', body: { json: '20kb' }, work: async (request, response) => {
        const checked = checkIssue(request.body);
        if (!checked.ok) throw badInput(checked.problems);
        const address = publicAddress ?? `${request.protocol}://${request.get('host') ?? 'localhost'}`;
        const issued = await issues.issue(jobIdOf(request), expectedRevision(request), checked.value.note, { by: accountOf(response), signal: goneSignal(response), address });
        response.status(201).json(issued);
      },
    },
    { method: 'get', path: '/jobs/:id/issues/:letter/sheet', who: 'operator', work: async (request, response) => { response.json(await issues.sheet(...issueOf(request))); } },
    { method: 'get', path: '/jobs/:id/issues/:letter/entries', who: 'operator', work: async (request, response) => { response.json(await issues.entries(...issueOf(request))); } },
    { method: 'get', path: '/jobs/:id/issues/:letter/frozen', who: 'operator', work: async (request, response) => { response.json(await issues.frozen(...issueOf(request))); } },
    {
      method: 'get', path: '/jobs/:id/issues/:letter/run', who: 'operator', work: async (request, response) => {
        const [id, letter] = issueOf(request);
        const plan = await runs.plan(id, letter);
        await audit.note(accountOf(response), 'opened a sheet to run', { detail: `issue ${letter}`, jobId: id });
        response.json(plan);
      },
    },
    {
      method: 'get', path: '/jobs/:id/issues/:letter/sheet.pdf', who: 'operator', work: async (request, response) => {
        const paper = request.query.paper ?? 'A4';
        if (paper !== 'A4' && paper !== 'Letter') throw badInput([`paper: expected A4 or Letter, found ${String(paper)}.`]);
        const [id, letter] = issueOf(request);
        const { number } = await issues.sheet(id, letter);
        await audit.note(accountOf(response), 'took a sheet as PDF', { detail: `issue ${letter}, ${paper}`, jobId: id });
        response.type('application/pdf').attachment(`${fileName(number)}-${letter}-${paper}.pdf`).send(await issues.pdf(id, letter, paper));
      },
    },
    {
      method: 'get', path: '/jobs/:id/issues/:letter/control.nc', who: 'operator', work: async (request, response) => {
        const part = request.query.part ?? 'set';
        if (!CONTROL_PARTS.includes(part as ControlPart)) throw badInput([`part: expected one of ${CONTROL_PARTS.join(', ')}, found ${String(part)}.`]);
        const [id, letter] = issueOf(request);
        const { number } = await issues.sheet(id, letter);
        response.type('text/plain').attachment(`${fileName(number)}-${letter}${part === 'set' ? '' : `-${String(part)}`}.nc`).send(await issues.control(id, letter, part as ControlPart));
      },
    },
  ];
}
