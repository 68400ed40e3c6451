import { addressOf, isStep, placeOf, type Place } from '../../routes';

/** Where the page is: the browser's address and history, kept in step with what is shown. */
export class Router {
  place = $state.raw<Place>(placeOf(location));

  constructor() {
    addEventListener('popstate', () => (this.place = placeOf(location)));
  }

  /** Go somewhere else. */
  go(place: Place) {
    if (addressOf(place) !== addressOf(this.place)) history.pushState(null, '', addressOf(place));
    this.place = place;
    scrollTo(0, 0);
  }

  /** Say what is shown now: a step of its own if it is another view, else in place of the last one. */
  shows(place: Place) {
    const address = addressOf(place);
    if (address === location.pathname + location.search) return;
    if (isStep(this.place, place)) history.pushState(null, '', address);
    else history.replaceState(null, '', address);
    this.place = place;
  }

  /** A plain click on a link of ours leads there without loading the page anew; any other is the browser's. */
  follow(event: MouseEvent) {
    const link = (event.target as Element | null)?.closest('a');
    if (!link || event.button !== 0 || event.defaultPrevented) return;
    if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return;
    if (link.target || link.hasAttribute('download') || link.origin !== location.origin) return;
    event.preventDefault();
    this.go(placeOf(link));
  }
}
