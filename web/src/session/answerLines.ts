import { must } from '@fieldchalk/core';
import { notTheServer, Refusal } from './api.ts';

function wordOf<T>(line: string): T {
  try {
    return JSON.parse(line) as T;
  } catch {
    throw new Refusal(0, notTheServer);
  }
}

/** The lines of an answer, each as it comes. */
export async function* linesOf<T>(response: Response): AsyncGenerator<T> {
  const reader = must(response.body, 'the body of an answer')
    .pipeThrough(new TextDecoderStream())
    .getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line) yield wordOf<T>(line);
    if (done) return;
  }
}
