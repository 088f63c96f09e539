/** Which registers a job keys values into, and for what. */
export interface RegisterUse {
  readonly register: string;
  readonly by: string;
}

interface SomeHold {
  readonly further?: readonly { readonly register?: string | null }[];
}
/** Before version 8 further pieces were told of by the setup itself. */
interface SomeSetup extends SomeHold {
  readonly op?: number;
  readonly register?: string;
  readonly nextCopy?: string | null;
  readonly hold?: SomeHold | null;
}

/** What is turned has a register for each side. */
const ofTurned = ({ register, backRegister }: { register?: string; backRegister?: string }): RegisterUse[] => [
  ...(register ? [{ register, by: 'first side' }] : []),
  ...(backRegister && backRegister !== register ? [{ register: backRegister, by: 'second side' }] : []),
];

/** The registers of a job's document, of any version that has them. */
export function registerUses(document: object): RegisterUse[] {
  const {
    setups = [],
    copies,
    turned,
  } = document as {
    setups?: readonly SomeSetup[];
    copies?: { x: number; y: number; z: number };
    turned?: { register?: string; backRegister?: string } | null;
  };
  if (turned) return ofTurned(turned);
  const hasCopies = copies !== undefined && copies.x * copies.y * copies.z > 1;
  return setups.flatMap((s): RegisterUse[] => [
    ...(s.register ? [{ register: s.register, by: `Op ${s.op}` }] : []),
    ...(s.nextCopy && hasCopies ? [{ register: s.nextCopy, by: `Op ${s.op} copy 2` }] : []),
    ...(s.hold?.further ?? s.further ?? []).flatMap((p, i) =>
      p.register ? [{ register: p.register, by: `Op ${s.op} piece ${i + 2}` }] : [],
    ),
  ]);
}
