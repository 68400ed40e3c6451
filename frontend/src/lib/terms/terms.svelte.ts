import { api, type GlossaryTerm } from '../api/client';

/** A piece of a text: a term with what it means, or what stands between. */
export interface Piece {
  text: string;
  term: GlossaryTerm | null;
}

/** The glossary, and where its terms stand in a text. */
export class Terms {
  all = $state.raw<GlossaryTerm[]>([]);
  readonly #byForm = $derived(
    Object.fromEntries(this.all.flatMap((term) => term.forms.map((form) => [keyOf(form), term]))),
  );
  readonly #pattern = $derived(patternOf(this.all.flatMap((term) => term.forms)));

  async load() {
    const { data } = await api.GET('/api/terms');
    if (data) this.all = data;
  }

  /** A text cut at its terms, the longest first; a term is told once in a text. */
  pieces(text: string): Piece[] {
    const pieces: Piece[] = [];
    const explained: GlossaryTerm[] = [];
    let from = 0;
    for (const match of this.all.length ? text.matchAll(this.#pattern) : []) {
      const term = this.#byForm[keyOf(match[0])];
      if (!term || explained.includes(term)) continue;
      explained.push(term);
      if (match.index > from) pieces.push({ text: text.slice(from, match.index), term: null });
      pieces.push({ text: match[0], term });
      from = match.index + match[0].length;
    }
    if (from < text.length) pieces.push({ text: text.slice(from), term: null });
    return pieces;
  }

  /** Terms whose name, forms or meaning hold every word asked for. */
  matching(query: string): GlossaryTerm[] {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean);
    return this.all.filter((term) => {
      const text = `${term.forms.join(' ')} ${term.text}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  }
}

/** Single letters and units are told apart by their case, words are not. */
const keyOf = (form: string) => (form.length > 2 ? form.toLowerCase() : form);

function patternOf(forms: string[]): RegExp {
  const longestFirst = forms
    .toSorted((a, b) => b.length - a.length)
    .map((form) => form.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  return new RegExp(`(?<![\\p{L}\\d-])(?:${longestFirst.join('|')})(?![\\p{L}\\d])`, 'giu');
}

export const terms = new Terms();
