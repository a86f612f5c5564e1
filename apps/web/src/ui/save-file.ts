/** Hands a file to the browser to keep. */
export function saveFile(name: string, type: string, content: string | Uint8Array): void {
  const blob = new Blob([content as BlobPart], { type });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // The click has taken hold of the address by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

/** A name that every system takes. */
export function fileName(...parts: string[]): string {
  const plain = (text: string) =>
    text
      .normalize('NFKD')
      .replace(/[^\w]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .toLowerCase();
  return parts.map(plain).filter(Boolean).join('-') || 'template';
}
