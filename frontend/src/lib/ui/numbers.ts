import type { Quantity } from '../station/units';

/** A number that a form asks for. */
export interface NumberSpec {
  label: string;
  quantity: Quantity;
  after?: string;
  optional?: boolean;
  /** What holds while the field is empty, in the base unit or as a word. */
  unset?: number | string | undefined;
  /** Least, most and step of a slider. */
  slide?: [number, number, number];
}
