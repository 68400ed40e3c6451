/** Who is logged in, where Tithe is served for several people. */
const meta = document.querySelector<HTMLMetaElement>('meta[name="tithe-person"]');

/** Their name; "" of who came by a link; undefined where Tithe serves one person alone. */
export const person = meta?.content;
/** Whether they came in for one station, on a phone. */
export const isForOne = meta?.dataset['only'] !== undefined;
/** Whether they look after what belongs to all. */
export const isKeeper = meta?.dataset['keeper'] !== undefined;
export const isShared = person !== undefined;

/** What a change has to carry there; it changes with every log-in, also in another tab. */
export function ownToken(): Record<string, string> {
  if (!isShared) return {};
  const [, token] = /(?:^|; )tithe-csrf=([^;]+)/.exec(document.cookie) ?? [];
  return token ? { 'X-CSRFToken': token } : {};
}
