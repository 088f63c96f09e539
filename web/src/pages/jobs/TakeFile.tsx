import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';

/** What is dropped anywhere in it is taken. */
export function DropArea({ onFile, children }: { onFile: (file: File) => void; children: React.ReactNode }) {
  const [dropping, setDropping] = useState(false);
  return (
    <div
      className={dropping ? 'dropping' : undefined}
      style={{ flex: 1 }}
      onDragOver={(e) => {
        e.preventDefault();
        setDropping(true);
      }}
      onDragLeave={(e) => {
        if (e.currentTarget === e.target) setDropping(false);
      }}
      onDrop={(e) => {
        e.preventDefault();
        setDropping(false);
        const file = e.dataTransfer.files[0];
        if (file) onFile(file);
      }}
    >
      {children}
    </div>
  );
}

/** The same without a pointer: a file is chosen. */
export function TakeFile({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        className="d-none"
        aria-label="A part, job or zip file"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
      <Button variant="link" className="p-0 align-baseline" onClick={() => input.current?.click()}>
        choose one
      </Button>
    </>
  );
}
