import { api, type PartModel, type ShelfContents, type ShelfLine } from '../api/client';
import { sentenceOf } from '../api/refusals';
import { isKeeper } from '../people/person';

export interface ShelfItem {
  key: string;
  group: string;
  title: string;
  note: string;
  part: PartModel;
  own: number | null;
}

export const START_LENGTH_M = 10;

/** Everything there is to take from: generic lines and parts, and the user's own. */
export class Shelf {
  contents = $state.raw<ShelfContents>({ lines: [], parts: [], own: [] });

  trouble = $state('');

  async load() {
    const { data, error } = await api.GET('/api/shelf');
    this.trouble = error ? `The shelf could not be read. ${sentenceOf(error)}` : '';
    if (data) this.contents = data;
  }

  get lines(): ShelfLine[] {
    return this.contents.lines;
  }

  /** Items whose title, group or note holds every word asked for, by group. */
  matching(query: string): [string, ShelfItem[]][] {
    const words = query.toLowerCase().split(/\s+/).filter(Boolean);
    const matches = this.#items().filter((item) => {
      const text = `${item.title} ${item.group} ${item.note}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    const groups = matches.map((item) => item.group).filter((group, n, all) => all.indexOf(group) === n);
    return groups.map((group) => [group, matches.filter((item) => item.group === group)]);
  }

  /** Put a part of one's own on the shelf, or on that of all; why it was not taken, or "". */
  async keep(title: string, part: PartModel, price: string, club = false): Promise<string> {
    const { error } = await api.POST('/api/shelf/own', {
      body: { title, part, price: price.trim() === '' ? null : price.trim().replace(',', '.'), club },
    });
    if (error) return sentenceOf(error);
    await this.load();
    return '';
  }

  async drop(id: number) {
    await api.DELETE('/api/shelf/own/{pk}', { params: { path: { pk: id } } });
    await this.load();
  }

  #items(): ShelfItem[] {
    const { lines, parts, own } = this.contents;
    return [
      ...own.map((part) => ({
        key: part.token,
        group: part.club ? 'Everybody’s here' : 'Your own',
        title: part.title,
        note: `${part.club ? 'a' : 'your own'} ${part.part.kind}${part.price == null ? '' : `, cost ${part.price}`}`,
        part: part.part,
        own: part.club && !isKeeper ? null : part.id,
      })),
      ...lines.map((line) => ({
        key: line.slug,
        group: line.family_title ?? line.family,
        title: line.name,
        note: `${line.r0_ohm} Ω, ${line.note}`,
        part: { kind: 'line', label: line.name, line: line.slug, length_m: START_LENGTH_M } as PartModel,
        own: null,
      })),
      ...parts.map((item) => ({
        key: item.slug,
        group: item.group_title ?? item.group,
        title: item.title,
        note: '',
        part: item.part,
        own: null,
      })),
    ];
  }
}
