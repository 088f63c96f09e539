import { Fragment, useEffect, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { BIN_DAYS } from '@violet-jaw/formats/api';
import { Head } from '../../app/Shell';
import { localMinute } from '../../app/when';
import { NotDone } from '../../app/NotDone';
import { urlOf } from '../../store/api';
import { useAnswer, useChange, useServer } from '../../store/query';
import { useAccount, useIsLead } from '../../store/sessionStore';

const sizeOf = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** What was deleted and can be taken back, the backups, and whether everything is as it was written. */
export function KeptPage() {
  const account = useAccount();
  const isLead = useIsLead();
  useEffect(() => {
    document.title = 'Bin and backups · Violet Jaw';
  }, []);
  return (
    <>
      <Head />
      <main>
        <h1 className="h4">Bin and backups</h1>
        {isLead ? (
          <div className="row">
            <div className="col-12 col-xl-6">
              <Bin />
              <Proof />
            </div>
            <div className="col-12 col-xl-6">
              <Backups />
            </div>
          </div>
        ) : (
          <p>
            You are signed in as {account?.name}, {account?.role}. Bin and backups are for the lead.
          </p>
        )}
      </main>
    </>
  );
}

function Bin() {
  const { data: bin, problem } = useServer('bin', {}, { topics: ['jobs'] });
  const takeBack = useChange('takeOutOfBin', ['bin']);
  return (
    <section className="panel" aria-label="Bin">
      <h2>Bin</h2>
      <p className="quiet">A deleted job lies here for {BIN_DAYS} days. Jobs with an issued sheet cannot be deleted.</p>
      <NotDone problem={takeBack.problem ?? problem} />
      {bin?.length === 0 && <p>The bin is empty.</p>}
      {bin && bin.length > 0 && (
        <Table size="sm" aria-label="Deleted jobs">
          <thead>
            <tr>
              <th>Job</th>
              <th>Deleted</th>
              <th>Gone for good</th>
              <th>
                <span className="visually-hidden">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {bin.map((b) => (
              <tr key={b.id}>
                <td>
                  <strong>{b.number}</strong> {b.part}
                </td>
                <td>
                  {localMinute(b.deletedAt)}
                  {b.deletedBy && <span className="quiet"> by {b.deletedBy}</span>}
                </td>
                <td>{localMinute(b.goneAt)}</td>
                <td className="text-end">
                  <Button
                    size="sm"
                    variant="outline-primary"
                    aria-label={`Take ${b.number} back`}
                    onClick={() => {
                      void takeBack.run({ id: b.id });
                    }}
                  >
                    Take back
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

function Backups() {
  const { data: backups, problem } = useServer('backups', {});
  const [asking, setAsking] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const take = useChange('takeBackup', ['backups']);
  const restore = useChange('restoreBackup', ['backups', 'bin']);
  const working = take.working ? 'Taking a backup…' : restore.working ? 'Restoring…' : null;
  const doing = async (work: () => Promise<boolean>, then: string) => {
    take.forget();
    restore.forget();
    setDone(null);
    if (await work()) setDone(then);
  };
  return (
    <section className="panel" aria-label="Backups">
      <h2>Backups</h2>
      <p className="quiet">
        One is taken every day and kept for 14 days, the first of each month for 12 months. Everything is in it: jobs,
        issues, runs, files, library, accounts. Keep copies on another machine.
      </p>
      <NotDone problem={take.problem ?? restore.problem ?? problem} />
      {done && (
        <div className="banner mb-2" role="status">
          {done}
        </div>
      )}
      <Button
        size="sm"
        disabled={working !== null}
        onClick={() => {
          void doing(() => take.run({}), 'The backup is taken and proven: it can be read back whole.');
        }}
      >
        Take a backup now
      </Button>
      {working && (
        <span className="quiet ms-2" role="status">
          {working}
        </span>
      )}
      {backups?.length === 0 && <p className="mt-2">There is no backup yet.</p>}
      {backups && backups.length > 0 && (
        <BackupTable
          backups={backups}
          asking={asking}
          working={working}
          setAsking={setAsking}
          doing={doing}
          restore={restore}
        />
      )}
    </section>
  );
}

function Proof() {
  const { ask, data: found, working, problem } = useAnswer('verifyData');
  return (
    <section className="panel" aria-label="Proof">
      <h2>Proof</h2>
      <p className="quiet">
        Reads the audit list, every issued sheet and every file, and compares each with the seal it got when it was
        written.
      </p>
      <NotDone problem={problem} />
      <Button
        size="sm"
        variant="outline-primary"
        disabled={working}
        onClick={() => {
          void ask({});
        }}
      >
        {working ? 'Reading everything…' : 'Check everything now'}
      </Button>
      {found && (
        <div role="status" className="mt-2">
          <p className="mb-1">
            {found.entries} entries, {found.issues} issues and {found.files} files read.
          </p>
          {found.problems.length === 0 && (
            <p className="mb-0">
              <strong>All are as they were written.</strong>
            </p>
          )}
          {found.problems.map((p) => (
            <div key={p} className="finding stop">
              <span className="level">stop</span>
              {p} Compare with a backup before anybody works by it.
            </div>
          ))}
          {found.more > 0 && <p>And {found.more} more.</p>}
        </div>
      )}
    </section>
  );
}

/** What was kept, to be downloaded or restored. */
function BackupTable({
  backups,
  asking,
  working,
  setAsking,
  doing,
  restore,
}: {
  backups: readonly { name: string; at: string; size: number }[];
  asking: string | null;
  working: string | null;
  setAsking: (name: string | null) => void;
  doing: (work: () => Promise<boolean>, then: string) => Promise<void>;
  restore: ReturnType<typeof useChange<'restoreBackup'>>;
}) {
  return (
    <Table size="sm" className="mt-2" aria-label="Backups">
      <thead>
        <tr>
          <th>Made</th>
          <th>Why</th>
          <th className="text-end">Size</th>
          <th>
            <span className="visually-hidden">Use</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {backups.map(({ name, at, size }) => (
          <Fragment key={name}>
            <tr>
              <td className="text-nowrap">{localMinute(at)}</td>
              <td className="text-nowrap">
                {name.startsWith('taken') ? 'by hand' : name.startsWith('before') ? 'before a restore' : 'of the day'}
              </td>
              <td className="text-end text-nowrap number">{sizeOf(size)}</td>
              <td className="text-end text-nowrap">
                <a
                  className="btn btn-sm btn-outline-primary"
                  href={urlOf('backup', { name })}
                  download
                  aria-label={`Download the backup made ${localMinute(at)}`}
                >
                  Download
                </a>{' '}
                {asking !== name && (
                  <Button
                    size="sm"
                    variant="outline-primary"
                    disabled={working !== null}
                    aria-label={`Restore the backup made ${localMinute(at)}…`}
                    onClick={() => setAsking(name)}
                  >
                    Restore…
                  </Button>
                )}
              </td>
            </tr>
            {asking === name && (
              <tr>
                <td colSpan={4}>
                  <p className="mb-1">
                    Everything becomes as it was on {localMinute(at)}: jobs, issues, runs, library, accounts. What was
                    entered since is gone from here. A backup of now is taken first.
                  </p>
                  <Button
                    size="sm"
                    variant="danger"
                    disabled={working !== null}
                    onClick={() => {
                      setAsking(null);
                      void doing(
                        () => restore.run({ name }),
                        `Everything is as it was on ${localMinute(at)}. Reload pages that are open elsewhere.`,
                      );
                    }}
                  >
                    Restore everything
                  </Button>{' '}
                  <Button size="sm" variant="outline-primary" onClick={() => setAsking(null)}>
                    Leave it as it is
                  </Button>
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </Table>
  );
}
