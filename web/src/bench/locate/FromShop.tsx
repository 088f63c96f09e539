import type { Pin, PinKind } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { ChoiceField } from '../../fields/TextField';

/** Takes the sizes of a pin of the shop; nothing where the shop has none of these kinds. */
export function FromShop<K extends PinKind>({
  label,
  kinds,
  onTake,
}: {
  label: string;
  kinds: readonly K[];
  onTake: (pin: Extract<Pin, { kind: K }>) => void;
}) {
  const { shop } = useJob();
  const pins = shop.pins.filter((p): p is Extract<Pin, { kind: K }> => kinds.some((k) => k === p.kind));
  if (pins.length === 0) return null;
  return (
    <ChoiceField
      label={label}
      value=""
      choices={[{ value: '', says: 'choose…' }, ...pins.map((p) => ({ value: p.id, says: p.name }))]}
      onCommit={(id) => {
        const pin = pins.find((p) => p.id === id);
        if (pin) onTake(pin);
      }}
    />
  );
}
