import { partsOfInch } from "./closed";

type Units = "mm" | "ft-in";

/** A length as this job's tape shows it, without asking anybody: as `Printer.length` prints it, which a test holds. */
export function shown(mm: number, units: Units, of: number): string {
  const size = Math.abs(mm);
  const sign = mm < 0 ? "-" : "";
  if (units === "mm") {
    const whole = Math.floor(size + 0.5);
    return `${whole ? sign : ""}${whole} mm`;
  }
  const parts = partsOfInch(size, of);
  const feet = Math.floor(parts / (12 * of));
  const inches = Math.floor((parts % (12 * of)) / of);
  let [up, down] = [parts % of, of];
  while (up && up % 2 === 0) [up, down] = [up / 2, down / 2];
  const part = up ? `${up}/${down}` : "";
  const small = part && (feet || inches) ? `${inches} ${part}` : part || String(inches);
  return `${parts ? sign : ""}${feet ? `${feet}'-` : ""}${small}"`;
}
