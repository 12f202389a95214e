// One strip for what is not as it should be: refused, away, not yet saved.
import { isInFile } from "../../api/client";
import { useQuestion } from "./question";

interface State {
  refused: Error | null;
  staleSince: number | null;
  pending: boolean;
  /** ms; what is shown is older than the moment it stands for */
  old?: number | null;
  /** it was taken along: of these hours, at so many times the predicted stream */
  along?: { from: string; to: string; factor: number } | undefined;
  retry: () => void;
}

function clock(ms: number): string {
  return new Date(ms).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
}

/** Of another day than this one: which. */
function dayOf(ms: number): string {
  const then = new Date(ms);
  return then.toDateString() === new Date().toDateString() ? "" : `${then.toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" })} `;
}

export function StateStrip({ state }: { state: State }) {
  const { unsaved } = useQuestion();
  if (state.refused) {
    return <p className="strip strip-refused" role="alert">{plain(state.refused.message)}</p>;
  }
  if (state.staleSince !== null && state.along) {
    const { from, to, factor } = state.along;
    return (
      <p className="strip strip-along" role="status">
        <b>{isInFile() ? "In this file" : "Taken along"}</b>, computed {dayOf(state.staleSince)}at {clock(state.staleSince)}, for {from} to {to}{Math.abs(factor - 1) > 0.005 && `; the stream ${factor.toFixed(2)} times the predicted one`}.{isInFile() ? "" : <> The server does not answer; what you log is kept.{" "}
        <button type="button" className="plain" onClick={state.retry}>try again</button></>}
      </p>
    );
  }
  if (state.staleSince !== null) {
    return (
      <p className="strip strip-stale" role="status">
        <b>Stale.</b> The server does not answer
        {state.staleSince ? `; what you see was computed at ${clock(state.staleSince)}` : ""}.
        {unsaved ? " Your last choice is kept here and goes out when it is back." : " Nothing you typed is lost."}{" "}
        <button type="button" className="plain" onClick={state.retry}>try again</button>
      </p>
    );
  }
  if (state.old) {
    return <p className="strip strip-stale" role="status">Computed at {clock(state.old)}, longer ago than a step of the day: asked again.</p>;
  }
  return null;
}

const NAMES: Record<string, string> = {
  "typed_speed_m_s": "the current", "mark.depth_m": "the depth", "date": "the day",
  "flow.surface_speed_m_s": "the current",
};

/** Field names as the file format writes them, in an angler's words. */
function plain(message: string): string {
  const words = message.replace(/`([^`]+)`/g, (_, field: string) => NAMES[field] ?? field);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
