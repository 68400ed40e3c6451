/** The figure that is being put in other words, as it is typed; null: none is. */
class Converter {
  text = $state<string | null>(null);

  open(text = '') {
    this.text = text;
  }

  close() {
    this.text = null;
  }
}

export const converter = new Converter();
