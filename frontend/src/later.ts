/** What opens over or beside a page: fetched once the page stands, so that the first one needs none of it. */
export const LATER = {
  working: () => import('./lib/working/WorkingSheet.svelte'),
  terms: () => import('./lib/terms/TermsDialog.svelte'),
  converter: () => import('./lib/convert/ConverterDialog.svelte'),
  shelf: () => import('./lib/shelf/ShelfDialog.svelte'),
  sharing: () => import('./lib/people/SharingDialog.svelte'),
  phone: () => import('./lib/people/PhoneDialog.svelte'),
  place: () => import('./lib/place/AntennasPanel.svelte'),
  antenna: () => import('./lib/antenna/AntennaPanel.svelte'),
};
