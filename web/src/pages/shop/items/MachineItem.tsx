import { Link } from 'react-router';
import type { Machine, Shop } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { localMinute } from '../../../app/when';
import { useServer } from '../../../store/query';
import { MachineForm } from '../MachineForm';

/** A machine: what is being run on it now, what is loaded, and all that is known of it. */
export function MachineItem({
  machine,
  shop,
  units,
  onChange,
}: {
  machine: Machine;
  shop: Shop;
  units: Units;
  onChange: (machine: Machine) => void;
}) {
  return (
    <>
      <TakenBy machine={machine} />
      <MachineForm machine={machine} devices={shop.devices} units={units} onChange={onChange} />
      <Loaded machine={machine} shop={shop} />
    </>
  );
}

/** The runs that go on here. */
function TakenBy({ machine }: { machine: Machine }) {
  const { data, problem } = useServer('takenMachines', {}, { topics: ['jobs'], everyMs: 30_000 });
  const here = data?.filter((t) => t.machineId === machine.id) ?? [];
  return (
    <p className="mb-2" role="status">
      {problem && <span className="quiet">What is being run here is not known just now: {problem}</span>}
      {data && here.length === 0 && <span className="quiet">Nothing is being run here.</span>}
      {here.map((t) => (
        <span key={`${t.jobId} ${t.startedAt}`} className="me-3">
          Taken by <Link to={`/run/${t.jobId}/${t.letter}`}>{t.number}</Link> {t.part}, issue {t.letter}, since{' '}
          {localMinute(t.startedAt)}
          {t.startedBy === null ? '' : `, ${t.startedBy}`}
        </span>
      ))}
    </p>
  );
}

/** The tools the library has in this machine, by pocket. */
function Loaded({ machine, shop }: { machine: Machine; shop: Shop }) {
  const loaded = shop.tools.flatMap((tool) =>
    tool.where && 'machine' in tool.where && tool.where.machine === machine.id
      ? [{ tool, pocket: tool.where.pocket }]
      : [],
  );
  loaded.sort((a, b) => (a.pocket ?? 1000) - (b.pocket ?? 1000));
  return (
    <section aria-label="Loaded tools">
      <h3 className="mt-3">Loaded tools</h3>
      {loaded.length === 0 && <p className="quiet">The library has no tool in this machine.</p>}
      {loaded.map(({ tool, pocket }) => (
        <div key={tool.id}>
          <span className="number">{pocket === null ? 'pocket not told' : `Pocket ${pocket}`}</span>:{' '}
          <Link to={`/shop/tools/${encodeURIComponent(tool.id)}`}>
            {tool.number === null ? '' : `T${tool.number} `}
            {tool.name}
          </Link>
          {pocket !== null && loaded.filter((o) => o.pocket === pocket).length > 1 && (
            <strong> two tools in one pocket: one of them is somewhere else</strong>
          )}
          {!tool.measured && <span className="quiet"> not measured</span>}
        </div>
      ))}
    </section>
  );
}
