import { Op } from 'sequelize';
import type { TakenMachine } from '@violet-jaw/formats/api';
import type { Models } from '../models';

/** What is being run on which machine, begun first first. @param namesOf names of accounts, by id */
export async function takenMachines(
  models: Models,
  namesOf: (ids: readonly (string | null)[]) => Promise<ReadonlyMap<string, string>>,
): Promise<TakenMachine[]> {
  const runs = await models.runs.findAll({
    where: { finishedAt: null, machineId: { [Op.ne]: null } },
    order: [
      ['startedAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  const [jobs, names] = await Promise.all([
    models.jobs.findAll({ where: { id: runs.map((r) => r.jobId) }, attributes: ['id', 'number', 'part'] }),
    namesOf(runs.map((r) => r.startedBy)),
  ]);
  return runs.flatMap((run): TakenMachine[] => {
    const job = jobs.find((j) => j.id === run.jobId);
    if (!job || run.machineId === null) return [];
    const { machineId, jobId, letter } = run;
    return [
      {
        ...{ machineId, jobId, letter, number: job.number, part: job.part },
        startedAt: run.startedAt.toISOString(),
        startedBy: names.get(run.startedBy ?? '') ?? null,
      },
    ];
  });
}
