/** Saves something made in the window as a file. */
export function download(name: string, content: string | Uint8Array<ArrayBuffer>, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

export const xlsxType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
