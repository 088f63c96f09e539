import { useRef, type ComponentProps } from 'react';
import { Button } from 'react-bootstrap';

/** A button that asks for a file. The field itself is called after it, for who finds it by its name. */
export function ChooseFile({
  says,
  name = `${says}: file`,
  accept,
  camera = false,
  onFile,
  ...button
}: {
  says: string;
  name?: string;
  accept?: string;
  /** a tablet opens its camera */
  camera?: boolean;
  onFile: (file: File) => void;
} & Pick<ComponentProps<typeof Button>, 'variant' | 'className' | 'disabled'>) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        className="d-none"
        aria-label={name}
        {...(accept === undefined ? {} : { accept })}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) onFile(file);
          // the same file may be chosen once more
          e.target.value = '';
        }}
      />
      <Button variant="outline-primary" {...button} onClick={() => input.current?.click()}>
        {says}
      </Button>
    </>
  );
}
