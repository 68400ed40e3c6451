/** What a field needs of the document it stands for: its value, what is wrong with it, and a way to change it. */
export interface Form {
  readonly document: unknown;
  readonly faults: Record<string, string>;
  /** Text of an editor whose half-typed lines are not in the document yet. */
  drafts: Record<string, string>;
  change: (place: string, value: unknown) => void;
}
