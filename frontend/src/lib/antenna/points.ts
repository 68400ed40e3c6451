import { typedSwr } from '../convert/typedFigures';

/** Points as text, one a line: "7.1 50 -3". What is half typed is not yet a point. */

export function pointsAsText(points: unknown[][]): string {
  return points.map((point) => point.join(' ')).join('\n');
}

export interface TypedPoints {
  points: (number | string)[][];
  /** Lines that lack a number still. */
  unfinished: number;
}

/** Lines of `width` numbers each, the last an SWR as people write it where `swr` is so; words that are no numbers
 * stay words, for the server to refuse. */
export function textAsPoints(text: string, width: number, swr = false): TypedPoints {
  const lines = text.split('\n').map((line) =>
    line
      .trim()
      .split(/[\s;]+/)
      .filter(Boolean),
  );
  const filled = lines.filter((words) => words.length > 0);
  const whole = filled.filter((words) => words.length >= width);
  return {
    points: whole.map((words) =>
      swr && words.length > width
        ? [...words.slice(0, width - 1).map(asNumber), typedSwr(words.slice(width - 1).join(' '))]
        : words.map((word, n) => (swr && n === width - 1 ? typedSwr(word) : asNumber(word))),
    ),
    unfinished: filled.length - whole.length,
  };
}

function asNumber(word: string): number | string {
  const plain = word.replace(/,$/, '').replace(',', '.');
  return plain !== '' && !Number.isNaN(Number(plain)) ? Number(plain) : word;
}

/** What is said of lines that lack a number still. */
export const notFilledIn = (lines: number): string =>
  `${lines} ${lines === 1 ? 'line is' : 'lines are'} not filled in yet.`;

/** The edges of every band, to be filled in: "3.5 ". */
export function bandEdges(bands: { low_mhz: number; high_mhz: number }[]): string {
  return bands.flatMap((band) => [`${band.low_mhz} `, `${band.high_mhz} `]).join('\n');
}
