import { useEffect, useState, type FormEvent } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import type { AccountChange, NewAccount as NewAccountBody, Role } from '@violet-jaw/formats/api';
import { WithCsv } from '../../app/WithCsv';
import { Head } from '../../app/Shell';
import { ChoiceField } from '../../fields/TextField';
import { NotDone } from '../../app/NotDone';
import { useChange, useServer } from '../../store/query';
import { useAccount, useIsLead, useSession } from '../../store/sessionStore';
import { AuditList } from './AuditList';

const ROLES = [
  { value: 'operator', says: 'operator: looks and runs' },
  { value: 'planner', says: 'planner: plans and issues' },
  { value: 'lead', says: 'lead: library, accounts, deleting too' },
] as const;

/** Who may run, who may plan, who may decide for the shop; and who did what. */
export function AccountsPage() {
  const account = useAccount();
  const isLead = useIsLead();
  const accounts = useServer('accounts', {}, { enabled: isLead });
  const audit = useServer('audit', {}, { enabled: isLead });
  const changing = useChange('changeAccount', ['accounts', 'audit']);
  const making = useChange('makeAccount', ['accounts', 'audit']);
  useEffect(() => {
    document.title = 'Accounts · Violet Jaw';
  }, []);
  const change = (id: string, body: AccountChange) => {
    making.forget();
    return changing.run({ account: id, body });
  };
  return (
    <>
      <Head />
      <main>
        <h1 className="h4">Accounts</h1>
        {!isLead && (
          <p>
            You are signed in as {account?.name}, {account?.role}. Accounts are for the lead.
          </p>
        )}
        <NotDone problem={making.problem ?? changing.problem ?? accounts.problem ?? audit.problem} />
        {isLead && (
          <div className="row">
            <div className="col-12 col-xl-6">
              <div className="panel">
                <WithCsv name="Accounts">
                  <Table size="sm" aria-label="Accounts">
                    <thead>
                      <tr>
                        <th>Name</th>
                        <th>Role</th>
                        <th>State</th>
                        <th>
                          <span className="visually-hidden">Change</span>
                        </th>
                      </tr>
                    </thead>
                    <tbody>
                      {accounts.data?.map((a) => (
                        <tr key={a.id}>
                          <td>
                            <strong>{a.name}</strong>
                            {a.id === account?.id && <span className="quiet"> (you)</span>}
                          </td>
                          <td>
                            <ChoiceField
                              hideLabel
                              label={`Role of ${a.name}`}
                              value={a.role}
                              choices={ROLES}
                              onCommit={(role) => {
                                void change(a.id, { role });
                              }}
                            />
                          </td>
                          <td>{a.active ? 'in use' : 'switched off'}</td>
                          <td className="text-nowrap">
                            {a.id !== account?.id && (
                              <Button
                                size="sm"
                                variant="outline-primary"
                                onClick={() => {
                                  void change(a.id, { active: !a.active });
                                }}
                              >
                                {a.active ? 'Switch off' : 'Switch on'}
                              </Button>
                            )}{' '}
                            <NewPassword name={a.name} onSet={(password) => change(a.id, { password })} />
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </Table>
                </WithCsv>
                <NewAccount
                  onMake={(body) => {
                    changing.forget();
                    return making.run({ body });
                  }}
                />
              </div>
            </div>
            <div className="col-12 col-xl-6">
              <div className="panel">
                <h2>Who did what</h2>
                {audit.data && <AuditList entries={audit.data} />}
              </div>
            </div>
          </div>
        )}
      </main>
    </>
  );
}

function NewPassword({ name, onSet }: { name: string; onSet: (password: string) => Promise<boolean> }) {
  const [open, setOpen] = useState(false);
  const [password, setPassword] = useState('');
  if (!open)
    return (
      <Button size="sm" variant="outline-primary" onClick={() => setOpen(true)}>
        New password
      </Button>
    );
  return (
    <Form
      className="d-inline-flex gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        void onSet(password).then((done) => {
          if (done) {
            setOpen(false);
            setPassword('');
          }
        });
      }}
    >
      <Form.Control
        size="sm"
        type="password"
        aria-label={`New password for ${name}`}
        autoComplete="new-password"
        value={password}
        onChange={(e) => setPassword(e.target.value)}
      />
      <Button size="sm" type="submit" disabled={password.length < 12}>
        Set
      </Button>
      <Button size="sm" variant="outline-primary" onClick={() => setOpen(false)}>
        Leave
      </Button>
    </Form>
  );
}

function NewAccount({ onMake }: { onMake: (account: NewAccountBody) => Promise<boolean> }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('operator');
  const [password, setPassword] = useState('');
  const provider = useSession((s) => s.info?.provider ?? null);
  const [through, setThrough] = useState(false);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (!(await onMake({ name: name.trim(), role, ...(through ? {} : { password }) }))) return;
    setName('');
    setPassword('');
  };
  return (
    <Form
      onSubmit={(e) => {
        void make(e);
      }}
      aria-label="New account"
    >
      <h2>New account</h2>
      <div className="fields">
        <Form.Group controlId="account-name">
          <Form.Label>Name</Form.Label>
          <Form.Control value={name} maxLength={60} autoComplete="off" onChange={(e) => setName(e.target.value)} />
        </Form.Group>
        <ChoiceField className="two-wide" label="Role" value={role} choices={ROLES} onCommit={setRole} />
        {!through && (
          <Form.Group controlId="account-password" className="two-wide">
            <Form.Label>Password, at least 12 characters</Form.Label>
            <Form.Control
              type="password"
              value={password}
              maxLength={200}
              autoComplete="new-password"
              onChange={(e) => setPassword(e.target.value)}
            />
          </Form.Group>
        )}
        <Button type="submit" disabled={name.trim() === '' || (!through && password.length < 12)}>
          Make the account
        </Button>
      </div>
      {provider && (
        <Form.Check
          className="mt-2"
          id="account-through"
          label={`Signs in through ${provider}, by this name`}
          checked={through}
          onChange={(e) => setThrough(e.target.checked)}
        />
      )}
    </Form>
  );
}
