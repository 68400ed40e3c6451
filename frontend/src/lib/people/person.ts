/** Who is logged in, where Tithe is served for several people. */
const told = (name: string) => document.querySelector<HTMLMetaElement>(`meta[name="${name}"]`)?.content;

/** Their name; "" of who came by a link; undefined where Tithe serves one person alone. */
export const person = told('tithe-person');
export const isShared = person !== undefined;

/** What a change has to carry there; it changes with every log-in, also in another tab. */
export function ownToken(): Record<string, string> {
  if (!isShared) return {};
  const [, token] = /(?:^|; )tithe-csrf=([^;]+)/.exec(document.cookie) ?? [];
  return token ? { 'X-CSRFToken': token } : {};
}
