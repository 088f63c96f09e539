import { useState } from 'react';

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
