// The lit part of the moon's disc, from the share of it that is lit.

/**
 * The lit limb is a half circle; the terminator is half an ellipse whose breadth goes with the share:
 * 1 - 2 lit of the radius. Lit on the right: waxing as seen from the
 * north, waning from the south.
 */
export function moonPath(lit: number, onRight: boolean, r: number): string {
  const across = Math.abs(1 - 2 * lit) * r;
  const limb = onRight ? 1 : 0;
  const back = lit > 0.5 ? limb : 1 - limb;
  return `M0 ${-r}A${r} ${r} 0 0 ${limb} 0 ${r}A${across} ${r} 0 0 ${back} 0 ${-r}Z`;
}
