// A head's weight as it stands on the packet: a fraction set as a fraction, grams beside it.
import { SHAPES } from "../api/vocabulary";
import type { Head } from "../api/types";
import { grams, headName, ounces, ouncesFromGrams, text, type Units } from "../base/units";

export function Fraction({ oz }: { oz: number }) {
  const { whole, over } = ounces(oz);
  return (
    <span className="weight">
      {(whole > 0 || !over) && <span>{whole}</span>}
      {over && (
        <span className="fraction">
          <sup>{over[0]}</sup>
          <i>/</i>
          <sub>{over[1]}</sub>
        </span>
      )}
    </span>
  );
}

/** The weight large, the other unit small. */
export function HeadWeight({ head, units }: { head: Head; units: Units }) {
  const oz = head.printed_oz ?? ouncesFromGrams(head.mass_g);
  const inOunces = units.head_unit === "oz";
  return (
    <span className="head-weight">
      <span className="visually-hidden">{text(headName(head, units))}</span>
      <span className="big" aria-hidden="true">
        {inOunces ? <Fraction oz={oz} /> : grams(head.mass_g).value}
      </span>
      <small aria-hidden="true">{inOunces ? text(grams(head.mass_g)) : "g"}</small>
    </span>
  );
}

export const shapeWords = (shape: string): string => (SHAPES as Record<string, string>)[shape] ?? shape;
