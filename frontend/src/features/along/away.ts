// What answers while the server does not: what was taken along.
import type { AlongDay } from "../../api/types";
import { nowS } from "../day/now";
import { dateAt } from "../log/trip-rail";
import { leafOf, saidOf } from "./asked";
import { boardAt } from "./look-up";
import { factorOf, NotAlong } from "./stream";
import { OldAlong } from "./kept";

/** Where it lies: on the device, or in the page itself. */
export interface Stored {
  daysOf: (mark: string) => Promise<AlongDay[]>;
  answerOf: (key: string) => Promise<string | null>;
}

/** What of a question does not change what is shown of its answer. */
const IDLE: Record<string, string[]> = { "/api/fit": ["depth_m", "surface_speed_m_s"] };

/** The path begins at /api, wherever the page lies: a file's drive may stand before it. */
function read(url: string): { pathname: string; searchParams: URLSearchParams } {
  const { pathname, searchParams } = new URL(url, "http://along");
  return { pathname: pathname.replace(/^.*?(?=\/api\/)/, ""), searchParams };
}

/** One question, however its parts are ordered. */
export function keyOf(url: string): string {
  const { pathname, searchParams } = read(url);
  const parts = [...searchParams].filter(([name]) => !IDLE[pathname]?.includes(name)).sort(([a], [b]) => (a < b ? -1 : 1));
  return `${pathname}?${new URLSearchParams(parts)}`;
}

const problem = (field: string, message: string): Response =>
  Response.json({ type: "about:blank", title: "Not taken along", status: 422, code: "not-along", field, message }, { status: 422 });

/** A board out of the days of its mark; undefined where none of them is there. */
async function dayAway(stored: Stored, search: URLSearchParams): Promise<Response | undefined> {
  const query = Object.fromEntries(search);
  try {
    const leaves = await stored.daysOf(query.mark_id ?? "");
    if (leaves.length === 0) return undefined;
    const leaf = leafOf(leaves, query, (zone) => dateAt(nowS(), zone));
    return Response.json(boardAt(leaf, factorOf(leaf, saidOf(leaf, query)), query.school ?? leaf.asked.school ?? "", nowS()));
  } catch (error) {
    if (error instanceof NotAlong) return problem(error.field, error.message);
    if (error instanceof OldAlong) return problem("version", error.message);
    throw error;
  }
}

/** An answer without the server; undefined where nothing was taken along for it. */
export async function answerAway(stored: Stored, request: Request): Promise<Response | undefined> {
  if (request.method !== "GET") return undefined;
  const { pathname, searchParams } = read(request.url);
  if (pathname === "/api/day") return dayAway(stored, searchParams);
  const text = await stored.answerOf(keyOf(request.url));
  return text === null ? undefined : new Response(text, { headers: { "Content-Type": "application/json" } });
}
