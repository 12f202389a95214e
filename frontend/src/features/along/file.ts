// A trip as one page that needs no server: the interface, what was taken along, and a log that hands
// back a small file. It asks nothing of any network, and its policy forbids it to.
import type { KeptTrip, Mark, Settings, TripPlan } from "../../api/types";
import type { Facts } from "../question/facts";
import { press, type Brought } from "./kept";
import { stayByDay, whole, byDay } from "../trip/hours";
import { asOnTrip } from "./take";

/** What stands in the page. */
export interface InPage {
  /** which file it is: its facts are set once */
  key: string;
  facts: Partial<Facts>;
  days: { key: string; text: string }[];
  answers: { key: string; text: string }[];
}

const POLICY = "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; font-src data:; img-src data:; media-src data:";

function base64(data: Uint8Array): string {
  let text = "";
  for (let i = 0; i < data.length; i += 8192) text += String.fromCharCode(...data.subarray(i, i + 8192));
  return btoa(text);
}

/** Nothing but this trip goes into a file that is handed on: no other mark, no other trip. */
function ownOf(trip: KeptTrip, settings: Partial<Settings>, answers: InPage["answers"]): InPage["answers"] {
  const mine = new Set(trip.asked.marks.map((m) => m.mark_id));
  const change: Record<string, (body: never) => unknown> = {
    "/api/marks": (body: { marks: Mark[] }) => ({ marks: body.marks.filter((m) => mine.has(m.id)) }),
    "/api/trips": () => ({ trips: [trip] }),
    "/api/settings": (body: Settings) => ({ ...body, ...settings }),
    "/api/tides": () => ({ ports: [] }),
  };
  return answers.map(({ key, text }) => {
    const own = change[key.replace(/\?$/, "")];
    return own ? { key, text: JSON.stringify(own(JSON.parse(text) as never)) } : { key, text };
  });
}

async function part(name: string): Promise<string> {
  const answer = await fetch(`/carry/${name}`);
  if (!answer.ok) throw new Error(`The server has no ${name}: build the interface again.`);
  return answer.text();
}

export async function pageOf(trip: KeptTrip, plan: TripPlan, brought: Brought<string>): Promise<Blob> {
  const rows = (of: Brought<string>["days"]) => of.map(({ key, is }) => ({ key, text: is }));
  const [script, style] = await Promise.all([part("carry.js"), part("carry.css")]);
  const stay = plan.rounds[0]?.stays[0];
  const parts = byDay(trip.asked.date, trip.asked.from_hour, trip.asked.to_hour);
  const date = stay && stayByDay(stay, plan.trip.asked)[0]!.date;
  const then = asOnTrip(plan.rows[stay?.row ?? 0]!, trip.asked, whole(parts.find((on) => on.date === date) ?? parts[0]!));
  const held: InPage = {
    key: `${trip.id}|${Date.now()}`, facts: { ...then.facts, typed: then.typed },
    days: rows(brought.days), answers: ownOf(trip, then.settings, rows(brought.answers)),
  };
  const data = base64(await press(JSON.stringify(held)));
  return new Blob([
    `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">`,
    `<meta http-equiv="Content-Security-Policy" content="${POLICY}"><title>Ilha, trip of ${trip.asked.date}</title><style>`, style,
    `</style></head><body data-in-file><div id="root"><p class="waiting">Opening the trip …</p></div><script type="application/gzip" id="along">`, data,
    "</script><script>", script.replaceAll("</script", "<\\/script"), "</script></body></html>\n",
  ], { type: "text/html" });
}

export function download(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // The browser has begun to read it by then.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
