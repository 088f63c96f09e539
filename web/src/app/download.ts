/** Hands something to the browser as a file. */
export function download(name: string, content: Blob): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Hands a text to the browser as a file. */
export const downloadText = (name: string, text: string, type: string): void =>
  download(name, new Blob([text], { type }));
