// Written by scripts/contract.py from the tables of the core.
export const SHAPES = {
  "ball": "ball",
  "bullet": "bullet",
  "keeled-arrow": "keeled arrow",
  "darter": "darter",
  "football": "football",
  "stand-up": "stand-up",
  "mushroom": "mushroom",
  "buried": "buried weight",
  "belly-weighted": "belly weight",
  "swinging": "swinging head",
  "resin": "resin ball",
  "bladed": "bladed ball",
  "crab": "crab head",
  "loose-bullet": "loose bullet weight",
  "nose-weedless": "weedless nose weight",
  "shaky": "shaky head",
  "offset-nail": "offset hook, weight hidden",
  "grub": "grub head",
  "slider": "slider",
  "moulded-in": "weight moulded in"
} as const;
export const SCHOOLS = {
  "lightest-practical": "lightest practical",
  "bottom-contact": "bottom contact",
  "depth-table": "depth table",
  "fed-fall": "fed fall",
  "down-then-work": "down fast, then work"
} as const;
export const HEAD_MATERIALS = [
  "lead",
  "tungsten alloy",
  "tin",
  "bismuth-tin",
  "steel",
  "zinc",
  "resin and lead",
  "resin",
  "aluminium"
] as const;
export const PLASTIC_MATERIALS = [
  "plastisol",
  "salted plastisol",
  "elastomer",
  "sinking elastomer",
  "salted elastomer",
  "biodegradable",
  "hair",
  "feather"
] as const;
export const HOOK_SIZES = [
  "#6",
  "#4",
  "#2",
  "#1",
  "1/0",
  "2/0",
  "3/0",
  "4/0",
  "5/0",
  "6/0",
  "7/0",
  "8/0",
  "9/0",
  "10/0"
] as const;
export const WIRES = [
  "light",
  "medium",
  "heavy"
] as const;
export const KEEPERS = [
  "wire barb",
  "lead collar",
  "flat collar",
  "screw",
  "twist lock",
  "offset bend"
] as const;
export const LOOKS = [
  "jerk",
  "stick",
  "paddle",
  "t-tail",
  "curl",
  "shrimp",
  "crab",
  "craw",
  "bulky",
  "tube",
  "surface",
  "hair"
] as const;
