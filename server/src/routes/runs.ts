import type { Services } from '../services';
import { accountOf } from '../sessions';
import { isKnown, tag } from './requests';
import { UNCHANGED, type Works } from './table';

/** Runs at the machine, the zeros they found, and who uses which register. */
export const runWorks = ({ runs }: Services) =>
  ({
    runs: ({ params: { id } }) => runs.list(id),
    jobReadings: ({ params: { id } }) => runs.readings({ jobId: id }),
    spindleReadings: ({ params: { id } }) => runs.spindle(id),
    run: async ({ params, request, response }) => {
      const record = await runs.read(params.run);
      return isKnown(request, response, tag(record.events.length * 2 + (record.ended ? 1 : 0))) ? UNCHANGED : record;
    },
    runHistory: ({ params }) => runs.history(params.run),
    sendEvents: ({ params, body, response }) => runs.append(params.run, body, accountOf(response)),
    endRun: ({ params, response }) => runs.end(params.run, accountOf(response)),
    takenMachines: () => runs.taken(),
    machineRegisters: ({ params: { machine } }) => runs.registers(machine),
    machineReadings: ({ params: { machine } }) => runs.readings({ machineId: machine }),
  }) satisfies Partial<Works>;
