/** Hands a file over as a download. */
export function handOver(name: string, file: Blob): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
