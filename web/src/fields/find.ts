/** A choice of a long list. */
export interface Choice {
  value: string;
  label: string;
  /** How it reads where there is little room: its code. */
  short?: string;
}

/** Whether a choice is meant by what was typed so far: a word of it begins so; a code that is typed whole means its own choice alone. */
export function isMeant(choices: readonly Choice[], choice: Pick<Choice, 'value' | 'label'>, typed: string): boolean {
  const wanted = typed.trim().toLowerCase();
  const coded = choices.find(({ short }) => short?.toLowerCase() === wanted);
  if (coded) return choice.value === coded.value;
  const words = choice.label.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return words.some((_, at) => words.slice(at).join(' ').startsWith(wanted));
}
