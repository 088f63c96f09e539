import { isDocument, list, within, type Document } from './document';

/**
 * Version 6: tools tell what they are made of, their helix and point; tools, placed clamps, pods and further pieces
 * have an id, so that two people's edits of two of them do not meet; a station tells for which devices it was measured
 * (stations of older documents do not tell, and count for any).
 */
export function fromVersion5(file: Document): Document {
  const job = within(file.job);
  return {
    ...file,
    version: 6,
    shop: shopFromVersion5(file.shop),
    job: { ...job, setups: Array.isArray(job.setups) ? list(job.setups).map(setupFromVersion5) : job.setups },
  };
}

/** The same entry gets the same id in every copy of the document: by a tool's number, else by its place. */
function withIds(entries: unknown, name: (entry: Document, i: number) => string, more: Document = {}): unknown {
  if (!Array.isArray(entries)) return entries;
  const used = new Set<string>();
  return list(entries).map((entry, i) => {
    const wanted = name(entry, i);
    const id = used.has(wanted) ? `${wanted}-${i + 1}` : wanted;
    used.add(id);
    return { id, ...more, ...entry };
  });
}

function setupFromVersion5(setup: Document): Document {
  const plate = within(setup.plate);
  return {
    ...setup,
    ...('tools' in setup
      ? {
          tools: withIds(setup.tools, (tool) => `tool-${String(tool.number)}`, {
            material: null,
            helix: null,
            point: null,
          }),
        }
      : {}),
    ...('further' in setup ? { further: withIds(setup.further, (_, i) => `piece-${i + 2}`) } : {}),
    ...('plate' in setup
      ? {
          plate: {
            ...plate,
            clamps: withIds(plate.clamps, (_, i) => `clamp-${i + 1}`),
            pods: withIds(plate.pods, (_, i) => `pod-${i + 1}`),
          },
        }
      : {}),
  };
}

/** One station of version 5 as it is in version 6. */
export const stationFromVersion5 = (station: Document): Document => ({ measuredFor: [], ...station });

/** A shop's library of version 5 as it is in version 6. */
export function shopFromVersion5(shop: unknown): Document {
  const { machines, ...rest } = within(shop);
  const machine = (m: Document): Document => ({
    ...m,
    stations: Array.isArray(m.stations) ? list(m.stations).map(stationFromVersion5) : m.stations,
  });
  return {
    ...rest,
    machines: Array.isArray(machines) ? machines.map((m: unknown) => (isDocument(m) ? machine(m) : m)) : machines,
  };
}
