import { useQuestion } from "./question";
import type { Units } from "../../base/units";

export function useUnits(): Units {
  return useQuestion().settings;
}
