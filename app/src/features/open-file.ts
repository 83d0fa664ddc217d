/** Opens a file of the server in a tab of its own: to print, to save, or to subscribe to. */
export function openFile(path: string): void {
  const link = document.createElement('a');
  link.href = path;
  link.target = '_blank';
  link.rel = 'noopener';
  link.click();
}
