/**
 * Figures of a table as one stop of the Tab key: the arrow keys go from one to the next, Home and End to the ends.
 */
export function roving(table: HTMLElement) {
  const figures = () => [...table.querySelectorAll<HTMLElement>('.fig')];

  function stopAt(figure: HTMLElement | undefined) {
    for (const each of figures()) each.tabIndex = each === figure ? 0 : -1;
  }
  function settle() {
    const all = figures();
    if (!all.some((figure) => figure.tabIndex === 0)) stopAt(all[0]);
  }
  function key(event: KeyboardEvent) {
    const all = figures();
    const at = all.indexOf(event.target as HTMLElement);
    if (at < 0) return;
    const to = {
      ArrowRight: at + 1,
      ArrowDown: at + 1,
      ArrowLeft: at - 1,
      ArrowUp: at - 1,
      Home: 0,
      End: all.length - 1,
    }[event.key];
    const next = to === undefined ? undefined : all[to];
    if (!next) return;
    event.preventDefault();
    stopAt(next);
    next.focus();
  }
  const focused = (event: FocusEvent) => {
    if ((event.target as HTMLElement).classList.contains('fig')) stopAt(event.target as HTMLElement);
  };
  const observer = new MutationObserver(settle);
  observer.observe(table, { childList: true, subtree: true });
  table.addEventListener('keydown', key);
  table.addEventListener('focusin', focused);
  settle();
  return {
    destroy() {
      observer.disconnect();
      table.removeEventListener('keydown', key);
      table.removeEventListener('focusin', focused);
    },
  };
}
