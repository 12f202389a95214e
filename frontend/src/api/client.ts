// One client, one kind of error, one way to keep answers.
import { QueryClient } from "@tanstack/react-query";
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Elsewhere = (request: Request) => Promise<Response | undefined>;

interface Waiting {
  /** a write that the server heard */
  heard: (request: Request) => Promise<void>;
  /** an answer, with what waits on the device laid over it */
  laidOver: (request: Request, response: Response) => Promise<Response>;
}

let elsewhere: Elsewhere | null = null;
let waiting: Waiting | null = null;
let inFile = false;

/** What answers while the server does not: what was taken along on a trip. */
export function answerElsewhere(answers: Elsewhere): void {
  elsewhere = answers;
}

/** What was changed while the server was away. */
export function waitHere(waits: Waiting): void {
  waiting = waits;
}

/** The page is a file of its own: there is no server, and none is asked. */
export function livesInFile(): void {
  inFile = true;
}

export const isInFile = (): boolean => inFile;

let comeIn: string | null = null;
const strangers = new Set<() => void>();

/** Where a device is let in that the server does not know (any more); null while it knows it. */
export const whereToComeIn = (): string | null => comeIn;

export function onStranger(call: () => void): () => void {
  strangers.add(call);
  return () => strangers.delete(call);
}

async function noteStranger(response: Response): Promise<void> {
  let where: string | null = null;
  if (response.status === 401) {
    const { code } = await response.clone().json().catch(() => ({ code: "" })) as { code?: string };
    where = code === "not-signed-in" ? "/in" : code === "not-paired" ? "/pair" : null;
  } else if (!response.ok) return;
  if (where === comeIn) return;
  comeIn = where;
  strangers.forEach((call) => call());
}

/** The server's answer; while there is none, that of what was taken along. */
async function answered(request: Request): Promise<Response> {
  // A body is read once.
  const spare = request.method === "PUT" ? request.clone() : request;
  try {
    if (inFile) throw new TypeError("a file has no server");
    const response = await fetch(request);
    await noteStranger(response);
    // The server answered, whatever this device can keep.
    if (response.ok) await waiting?.heard(request).catch(() => undefined);
    return response;
  } catch (error) {
    if (request.signal.aborted) throw error;
    const found = await elsewhere?.(spare).catch(() => undefined);
    if (!found) throw error;
    return found;
  }
}

async function asked(request: Request): Promise<Response> {
  const response = await answered(request);
  return waiting ? waiting.laidOver(request, response).catch(() => response) : response;
}

export const client = createClient<paths>({ baseUrl: "", fetch: asked });

/** What the server said was wrong, with the field at fault. */
export class Refused extends Error {
  readonly field: string | null;
  readonly status: number;
  readonly code: string;

  constructor(problem: components["schemas"]["Problem"]) {
    super(problem.message);
    this.field = problem.field ?? null;
    this.status = problem.status;
    this.code = problem.code;
  }
}

/** Not of what was told but of when, or of who: signed out, let out, too much at a time. */
export const PASSES = [401, 403, 408, 429];

/** A fault of what was told, not of the server or the way to it. */
export const isFault = (error: unknown): error is Refused =>
  error instanceof Refused && error.status >= 400 && error.status < 500 && !PASSES.includes(error.status);

/** The server could not be reached. What was typed and shown stays. */
export class Away extends Error {}

const nobody = (): string => inFile ? "This page is a file: only what was taken along is here." : "Ilha's server does not answer.";

interface Answer<T> {
  data?: T;
  error?: components["schemas"]["Problem"];
}

export async function unwrap<T>(answer: Promise<Answer<T>>): Promise<T> {
  let got: Answer<T>;
  try {
    got = await answer;
  } catch {
    throw new Away(nobody());
  }
  if (got.data !== undefined) return got.data;
  if (got.error && typeof got.error === "object" && "message" in got.error) {
    throw new Refused(got.error);
  }
  throw new Away(nobody());
}

export function makeQueryClient(): QueryClient {
  return new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 60_000,
        gcTime: 30 * 60_000,
        networkMode: "always",
        refetchOnWindowFocus: false,
        retry: (count, error) => error instanceof Away && count < 1,
        retryDelay: 400,
      },
      mutations: { networkMode: "always", retry: 0 },
    },
  });
}
