/** What drives the vehicle along its way, fuel or the charge of a battery, told in one shape. */
import type { Legs } from "../../api/types";

export type Way = NonNullable<Legs["way"]["value"]>;
export type GoesBy = Legs["goes_by"];
export type Level = { start: number; left: number; spare: number };

export type Driven = {
  by: GoesBy;
  /** A key of its quantity, by which amounts are written. */
  key: string;
  holds: number;
  /** The least to hold that makes no leg short. */
  carry: number;
  legs: Level[];
  /** Where in the result the doubt of a leg's spare stands, and that of `carry`. */
  spareAt: (leg: number) => string;
  carryAt: string;
};

export function drivenBy(way: Way): Driven {
  if (way.charge)
    return {
      by: "charge",
      key: "charge_kwh",
      holds: way.charge.holds_kwh,
      carry: way.charge.carry_kwh,
      legs: way.charge.legs.map((leg) => ({
        start: leg.start_kwh,
        left: leg.left_kwh,
        spare: leg.spare_kwh,
      })),
      spareAt: (leg) => `charge.legs.${leg}.spare_kwh`,
      carryAt: "charge.carry_kwh",
    };
  return {
    by: "fuel",
    key: "fuel_l",
    holds: way.fuel_holds_l,
    carry: way.carry_l,
    legs: way.legs.map((leg) => ({
      start: leg.fuel_start_l,
      left: leg.fuel_left_l,
      spare: leg.fuel_spare_l,
    })),
    spareAt: (leg) => `legs.${leg}.fuel_spare_l`,
    carryAt: "carry_l",
  };
}
