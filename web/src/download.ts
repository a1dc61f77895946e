import type { Plan, Result } from '@fieldchalk/core';

/** Saves something made in the window as a file. */
export function download(name: string, content: string | Uint8Array<ArrayBuffer>, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

export const xlsxType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Saves all lists of a job as a workbook, once they are worked out. */
export async function saveLists(file: string, plan: Plan, result: Result | null): Promise<void> {
  if (!result) return;
  const { jobSheets, workbookOf } = await import('@fieldchalk/core/sheets');
  download(file, new Uint8Array(workbookOf(jobSheets(plan, result))), xlsxType);
}
