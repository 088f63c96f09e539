import { Button, Dropdown } from 'react-bootstrap';
import type { ListFacts } from './lists';

/** Adds to a list; where there are several kinds, it is said which. */
export function AddEntry({ facts: { one, kinds }, onAdd }: { facts: ListFacts; onAdd: (kind: string) => void }) {
  if (kinds.length === 0)
    return (
      <Button size="sm" variant="outline-primary" className="mt-2" onClick={() => onAdd('')}>
        Add {one}
      </Button>
    );
  return (
    <Dropdown className="mt-2">
      <Dropdown.Toggle size="sm" variant="outline-primary" id={`add-${one}`}>
        Add {one}
      </Dropdown.Toggle>
      <Dropdown.Menu style={{ maxHeight: 360, overflowY: 'auto' }}>
        {kinds.map((kind) => (
          <Dropdown.Item key={kind} as="button" onClick={() => onAdd(kind)}>
            {kind}
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
