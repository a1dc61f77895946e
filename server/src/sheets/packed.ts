import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import type { MadePages } from './sheetWorker.ts';

/** Made sheets as text that both kinds of database hold alike: gzipped JSON in base64. */
export async function packed({ pdf, ...rest }: MadePages): Promise<string> {
  const text = JSON.stringify({ ...rest, pdf: Buffer.from(pdf).toString('base64') });
  return (await promisify(gzip)(text)).toString('base64');
}

export async function unpacked(text: string): Promise<MadePages> {
  const json = (await promisify(gunzip)(Buffer.from(text, 'base64'))).toString();
  const { pdf, ...rest } = JSON.parse(json) as Omit<MadePages, 'pdf'> & { readonly pdf: string };
  return { ...rest, pdf: new Uint8Array(Buffer.from(pdf, 'base64')) };
}
