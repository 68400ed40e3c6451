/** Give a text to the browser as a file to keep. */
export function download(name: string, text: string, type = 'text/csv') {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** A station's document as a file to keep, as it stands on the page. */
export function saveAs(name: string | undefined, document: unknown) {
  download(`${name || 'station'}.json`, `${JSON.stringify(document, null, 2)}\n`, 'application/json');
}
