import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { ChoiceField } from '../../fields/TextField';

/** Chooses of which kind a new entry of the library is, and adds it. @param thing "clamp" */
export function AddKind<K extends string>({
  thing,
  kinds,
  onAdd,
}: {
  thing: string;
  kinds: readonly K[];
  onAdd: (kind: K) => void;
}) {
  const [kind, setKind] = useState<K>(kinds[0]);
  return (
    <div className="d-flex gap-2 align-items-end mb-3">
      <ChoiceField
        label={`Kind of ${thing}`}
        value={kind}
        choices={kinds.map((k) => ({ value: k, says: k }))}
        onCommit={setKind}
      />
      <Button variant="outline-primary" onClick={() => onAdd(kind)}>
        Add {thing}
      </Button>
    </div>
  );
}
