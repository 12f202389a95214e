// What is typed, as a number; and what is said of it, as plain words.

/** A point or a comma for decimals; NaN for what is no number, and for nothing. */
export function typedNumber(text: string | undefined): number {
  const plain = (text ?? "").trim().replace(",", ".");
  return plain === "" ? NaN : Number(plain);
}

export function plainWords(error: unknown): string {
  return (error as Error).message.replaceAll("`", "");
}
