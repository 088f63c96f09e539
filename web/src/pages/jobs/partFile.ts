import { useEffect, useRef, useState } from 'react';
import type { FileBody } from '@violet-jaw/core/job';
import { sizeProblem, FILE_SIZE_LIMIT } from '@violet-jaw/formats/model';
import { fileKind, needsUnit, unknownFile, type FileKind } from '@violet-jaw/formats/part/kind.ts';
import { sameBody } from '@violet-jaw/formats/part/choose.ts';
import { storeFile } from '../../store/api';
import { rememberBodies } from '../../store/planStore';
import { readPartInWorker } from '../../worker/readPartInWorker';
import type { CheckedBody, CheckedRead } from '../../worker/read.worker';

export interface PartChoice {
  readonly source: FileBody;
  readonly body: CheckedBody;
}

interface Opened {
  readonly bytes: Uint8Array;
  readonly kind: FileKind;
}

interface Read {
  readonly source: FileBody;
  readonly bodies: readonly CheckedBody[];
  readonly mmPerUnit: number;
  readonly saysUnit: boolean;
}

/** The body that was the choice in the revision before: found again by its name. */
export type Wanted = Pick<FileBody, 'body' | 'bodyName' | 'unit' | 'thickness' | 'halfProfile'>;

/** What is told while a file is opened and read. */
interface Reading {
  readonly setStage: (stage: string | null) => void;
  readonly setProblem: (problem: string | null) => void;
  readonly setRead: (read: Read | null) => void;
}

const inWords = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The bytes of a file and what kind it is, once both are known. */
function useOpened(file: File, { setStage, setProblem, setRead }: Reading): Opened | null {
  const [opened, setOpened] = useState<Opened | null>(null);
  useEffect(() => {
    let gone = false;
    setOpened(null);
    setProblem(null);
    setRead(null);
    setStage('looking at the file');
    const open = async () => {
      if (file.size > FILE_SIZE_LIMIT) throw new Error(sizeProblem(file.size));
      const bytes = new Uint8Array(await file.arrayBuffer());
      const kind = fileKind(bytes);
      if (!kind) throw new Error(unknownFile(bytes));
      if (!gone) setOpened({ bytes, kind });
    };
    open().catch((error: unknown) => {
      if (!gone) {
        setProblem(inWords(error));
        setStage(null);
      }
    });
    return () => {
      gone = true;
    };
  }, [file, setStage, setProblem, setRead]);

  return opened;
}

/** What a reader must be told of a file that does not say it. */
const optionsFor = (kind: FileKind, { unit, thickness, half }: Pick<ToRead, 'unit' | 'thickness' | 'half'>) => ({
  ...(needsUnit(kind) && unit ? { unit } : {}),
  ...(kind === 'DXF' ? (half ? { halfProfile: true as const } : { thickness }) : {}),
});

interface ToRead {
  readonly opened: Opened | null;
  readonly unit: 'mm' | 'inch' | null;
  readonly thickness: number;
  /** the drawing is half of a lengthwise section */
  readonly half: boolean;
  readonly wanted?: Wanted;
}

interface ReadingOn extends Reading {
  readonly setSeconds: (next: (seconds: number) => number) => void;
  readonly setOpenViews: (views: CheckedRead['openViews'] | null) => void;
  readonly setChosen: (index: number | null) => void;
}

/** Reads the bodies of an opened file, and stores it; begins again when what it hangs on is another. */
function useRead(file: File, { opened, unit, thickness, half, wanted }: ToRead, told: ReadingOn): void {
  const { setSeconds, setStage, setProblem, setRead, setOpenViews, setChosen } = told;
  const [wantedBody, wantedName] = [wanted?.body, wanted?.bodyName];
  useEffect(() => {
    if (!opened) return undefined;
    let gone = false;
    const options = optionsFor(opened.kind, { unit, thickness, half });
    setSeconds(() => 0);
    setProblem(null);
    setRead(null);
    setOpenViews(null);
    const timer = setInterval(() => setSeconds((s) => s + 1), 1000);
    const read = readPartInWorker(opened.bytes, options, (s) => {
      if (!gone) setStage(s);
    });
    const work = async () => {
      const result = await read.done;
      if (gone) return;
      if (!result.ok) {
        setOpenViews(result.openViews ?? null);
        throw new Error(result.problem);
      }
      setStage('storing the file');
      const source: FileBody = { file: file.name, sha256: (await storeFile(file)).hash, ...options };
      if (gone) return;
      rememberBodies(source, result.value);
      setChosen(sameBody(result.value, { body: wantedBody, bodyName: wantedName })?.index ?? null);
      setRead({ source, bodies: result.value, mmPerUnit: result.mmPerUnit ?? 1, saysUnit: result.saysUnit ?? false });
    };
    work()
      .catch((error: unknown) => {
        if (!gone) setProblem(inWords(error));
      })
      .finally(() => {
        clearInterval(timer);
        if (!gone) setStage(null);
      });
    return () => {
      gone = true;
      clearInterval(timer);
      read.cancel();
    };
  }, [
    file,
    opened,
    unit,
    thickness,
    half,
    wantedBody,
    wantedName,
    setSeconds,
    setStage,
    setProblem,
    setRead,
    setOpenViews,
    setChosen,
  ]);
}

/**
 * Reads and stores one part file, as far as it has come: stage, problem, bodies, and what is asked of the planner. What
 * is chosen is told as soon as it can be the part.
 */
export function usePartFile({
  file,
  onChoice,
  wanted,
}: {
  file: File;
  onChoice: (choice: PartChoice | null) => void;
  wanted?: Wanted;
}) {
  const [stage, setStage] = useState<string | null>('looking at the file');
  const [seconds, setSeconds] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [unit, setUnit] = useState<'mm' | 'inch' | null>(wanted?.unit ?? null);
  const [thickness, setThickness] = useState(wanted?.thickness ?? 10);
  const [half, setHalf] = useState(wanted?.halfProfile === true);
  const [openViews, setOpenViews] = useState<CheckedRead['openViews'] | null>(null);
  const [read, setRead] = useState<Read | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const report = useRef(onChoice);
  report.current = onChoice;
  const opened = useOpened(file, { setStage, setProblem, setRead });
  const asks = opened !== null && needsUnit(opened.kind);

  useRead(
    file,
    { opened, unit, thickness, half, wanted },
    { setSeconds, setStage, setProblem, setRead, setOpenViews, setChosen },
  );

  useEffect(() => {
    const body = read?.bodies.find((b) => b.index === chosen);
    const told = !asks || unit !== null || read?.saysUnit === true;
    report.current(
      read && body && !body.problem && told
        ? { source: { ...read.source, body: body.index, bodyName: body.name }, body }
        : null,
    );
  }, [read, chosen, asks, unit]);
  const answers = { unit, setUnit, thickness, setThickness, half, setHalf, chosen, setChosen };
  return { stage, seconds, problem, opened, openViews, read, asks, ...answers };
}
