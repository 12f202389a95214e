// A chosen file as text, in the encoding it declares; else UTF-8. What is not what it says is
// refused here, not brought in garbled.

const MARKS: [number[], string][] = [[[0xef, 0xbb, 0xbf], "utf-8"], [[0xff, 0xfe], "utf-16le"], [[0xfe, 0xff], "utf-16be"]];

function declared(bytes: Uint8Array): string {
  const mark = MARKS.find(([start]) => start.every((b, i) => bytes[i] === b));
  if (mark) return mark[1];
  const head = new TextDecoder("latin1").decode(bytes.subarray(0, 200));
  return /^\s*<\?xml[^>]*?\sencoding\s*=\s*["']([A-Za-z0-9._-]{1,40})["']/.exec(head)?.[1] ?? "utf-8";
}

export function decoded(bytes: Uint8Array): string {
  const name = declared(bytes);
  try {
    return new TextDecoder(name, { fatal: true }).decode(bytes);
  } catch {
    throw new Error(`The file is not text in ${name}, which it ${name === "utf-8" ? "should be" : "declares"}: save it as UTF-8.`);
  }
}

export const readFile = async (file: File): Promise<string> => decoded(new Uint8Array(await file.arrayBuffer()));
