/** Hands a file to the browser to keep. */
export function saveFile(name: string, type: string, content: string): void {
  const url = URL.createObjectURL(new Blob([content], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replaceAll(/[\\/:*?"<>|]/g, '-');
  link.click();
  URL.revokeObjectURL(url);
}
