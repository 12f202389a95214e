import { useQuestion } from "./question";
import type { Units } from "./units";

export function useUnits(): Units {
  return useQuestion().settings;
}
