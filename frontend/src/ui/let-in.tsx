// This device is not known here (any more): where it is let in. What was told waits on it.
import { useSyncExternalStore } from "react";
import { onStranger, whereToComeIn } from "../api/client";

export function LetIn() {
  const where = useSyncExternalStore(onStranger, whereToComeIn);
  if (where === null) return null;
  return (
    <p className="strip let-in" role="alert">
      {where === "/pair" ? "This device is not paired any more. " : "You are signed out here. "}
      What you told waits on this device. <a href={where}>{where === "/pair" ? "Pair it" : "Sign in"}</a>
    </p>
  );
}
