import { Router } from 'express';
import { jsonBody } from './bodies';
import { Type } from '@sinclair/typebox';
import { CONTROL_PARTS, type ControlPart } from '@violet-jaw/core/control/parts.ts';
import { checker } from '@violet-jaw/core/schema';
import { badInput } from '../problem';
import type { Services } from '../services';
import { accountOf, planner } from '../sessions';
import { expectedRevision, fileName, goneSignal, jobIdOf, letterOf, route } from './requests';

const checkIssue = checker(Type.Object({ note: Type.String({ maxLength: 4000 }) }, { additionalProperties: false }));

/** Issued sheets: frozen numbers, drawings, lines for the control and the run. Behind `signedIn`. */
export function issueRoutes({ issues, runs, audit, publicAddress }: Services): Router {
  const api = Router();
  api.get('/jobs/:id/issues', route(async (request, response) => { response.json(await issues.list(jobIdOf(request))); }));
  api.post('/jobs/:id/issues', planner, jsonBody('20kb'), route(async (request, response) => {
    const checked = checkIssue(request.body);
    if (!checked.ok) throw badInput(checked.problems);
    const by = accountOf(response);
    const id = jobIdOf(request);
    const issued = await issues.issue(id, expectedRevision(request), checked.value.note, { by, signal: goneSignal(response), address: publicAddress ?? `${request.protocol}://${request.get('host') ?? 'localhost'}` });
    response.status(201).json(issued);
  }));
  api.get('/jobs/:id/issues/:letter/sheet', route(async (request, response) => { response.json(await issues.sheet(jobIdOf(request), letterOf(request))); }));
  api.get('/jobs/:id/issues/:letter/entries', route(async (request, response) => { response.json(await issues.entries(jobIdOf(request), letterOf(request))); }));
  api.get('/jobs/:id/issues/:letter/frozen', route(async (request, response) => { response.json(await issues.frozen(jobIdOf(request), letterOf(request))); }));
  api.get('/jobs/:id/issues/:letter/run', route(async (request, response) => {
    const [id, letter] = [jobIdOf(request), letterOf(request)];
    const plan = await runs.plan(id, letter);
    await audit.note(accountOf(response), 'opened a sheet to run', { detail: `issue ${letter}`, jobId: id });
    response.json(plan);
  }));
  api.get('/jobs/:id/issues/:letter/sheet.pdf', route(async (request, response) => {
    const paper = request.query.paper ?? 'A4';
    if (paper !== 'A4' && paper !== 'Letter') throw badInput([`paper: expected A4 or Letter, found ${String(paper)}.`]);
    const [id, letter] = [jobIdOf(request), letterOf(request)];
    const { number } = await issues.sheet(id, letter);
    await audit.note(accountOf(response), 'took a sheet as PDF', { detail: `issue ${letter}, ${paper}`, jobId: id });
    response.type('application/pdf').attachment(`${fileName(number)}-${letter}-${paper}.pdf`).send(await issues.pdf(id, letter, paper));
  }));
  api.get('/jobs/:id/issues/:letter/control.nc', route(async (request, response) => {
    const part = request.query.part ?? 'set';
    if (!CONTROL_PARTS.includes(part as ControlPart)) throw badInput([`part: expected one of ${CONTROL_PARTS.join(', ')}, found ${String(part)}.`]);
    const [id, letter] = [jobIdOf(request), letterOf(request)];
    const { number } = await issues.sheet(id, letter);
    response.type('text/plain').attachment(`${fileName(number)}-${letter}${part === 'set' ? '' : `-${String(part)}`}.nc`).send(await issues.control(id, letter, part as ControlPart));
  }));
  return api;
}
