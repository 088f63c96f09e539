export function temporaryFilesInMemory(): void;
