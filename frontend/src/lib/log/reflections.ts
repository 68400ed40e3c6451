/** Figures of reflection as people write them, each as an SWR: "1.5", "1.5:1", "18 dB RL", "|Γ| .2", "4 %". */

/** The SWR that is meant; text that is none of them comes back as it is, for the server to refuse. */
export function typedSwr(text: string): number | string {
  const plain = text.trim().toLowerCase().replace(',', '.').replace('−', '-');
  const number = /[-+]?(?:\d+\.?\d*|\.\d+)/.exec(plain);
  if (!number) return text;
  const value = Number(number[0]);
  const rest = plain.replace(number[0], '').replace(/\s+/g, '');
  if (rest === '' || rest === ':1' || rest === 'swr') return value;
  const rho = reflection(rest, value);
  if (rho === null || !(rho >= 0 && rho < 1)) return text;
  return Number(((1 + rho) / (1 - rho)).toPrecision(8));
}

/** |Γ| by the unit that stands beside the number; null where nobody knows it. */
function reflection(unit: string, value: number): number | null {
  if (/^(db)?(rl|returnloss)(db)?$|^db$/.test(unit)) return 10 ** (-Math.abs(value) / 20);
  if (/^(\|?[γg]\|?|gamma|rho|ρ)=?$/.test(unit)) return value;
  if (unit === '%') return Math.sqrt(Math.abs(value) / 100);
  return null;
}
