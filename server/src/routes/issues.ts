import type { Services } from '../services';
import { accountOf } from '../sessions';
import { expectedRevision, fileName, goneSignal } from './requests';
import type { Works } from './table';

/** Issued sheets: frozen numbers, drawings, lines for the control and the run. */
export const issueWorks = ({ issues, runs, audit, publicAddress }: Services) =>
  ({
    issues: ({ params: { id } }) => issues.list(id),
    issueGoing: ({ params: { id } }) => issues.going(id),
    issue: ({ params: { id }, body: { note }, request, response }) => {
      const address = publicAddress ?? `${request.protocol}://${request.get('host') ?? 'localhost'}`;
      return issues.issue(id, expectedRevision(request), note, {
        by: accountOf(response),
        signal: goneSignal(response),
        address,
      });
    },
    issueSheet: ({ params: { id, letter } }) => issues.sheet(id, letter),
    issueEntries: ({ params: { id, letter } }) => issues.entries(id, letter),
    frozen: ({ params: { id, letter } }) => issues.frozen(id, letter),
    runPlan: async ({ params: { id, letter }, response }) => {
      const plan = await runs.plan(id, letter);
      await audit.note(accountOf(response), 'opened a sheet to run', { detail: `issue ${letter}`, jobId: id });
      return plan;
    },
    sheetPdf: async ({ params: { id, letter }, query: { paper = 'A4' }, response }) => {
      const { number } = await issues.sheet(id, letter);
      await audit.note(accountOf(response), 'took a sheet as PDF', { detail: `issue ${letter}, ${paper}`, jobId: id });
      response
        .type('application/pdf')
        .attachment(`${fileName(number)}-${letter}-${paper}.pdf`)
        .send(await issues.pdf(id, letter, paper));
    },
    controlLines: async ({ params: { id, letter }, query: { part = 'set' }, response }) => {
      const { number } = await issues.sheet(id, letter);
      response
        .type('text/plain')
        .attachment(`${fileName(number)}-${letter}${part === 'set' ? '' : `-${part}`}.nc`)
        .send(await issues.control(id, letter, part));
    },
  }) satisfies Partial<Works>;
