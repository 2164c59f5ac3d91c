/** What a choice is called, and all the choices of a figure with their names. */
import type { FigureSpec } from "../api/types";

export const chosen = (spec: FigureSpec, value: string): string =>
  spec.choice_labels[spec.choices.indexOf(value)] ?? value;

export const choicesOf = (spec: FigureSpec): { value: string; text: string }[] =>
  spec.choices.map((value) => ({ value, text: chosen(spec, value) }));
