/** What the browser keeps for the page, where it lets it: some block that, and some have no room. */
class Storage_ {
  /** Whether it keeps nothing, so that one is told. */
  blocked = $state(false);

  read(key: string): string | null {
    return this.#try(() => localStorage.getItem(key)) ?? null;
  }
  write(key: string, value: string): boolean {
    return this.#try(() => (localStorage.setItem(key, value), true)) ?? false;
  }
  remove(key: string) {
    this.#try(() => localStorage.removeItem(key));
  }
  /** Of this tab alone, as long as it is open. */
  readTab(key: string): string | null {
    return this.#try(() => sessionStorage.getItem(key)) ?? null;
  }
  writeTab(key: string, value: string | null) {
    this.#try(() => (value === null ? sessionStorage.removeItem(key) : sessionStorage.setItem(key, value)));
  }

  #try<T>(job: () => T): T | undefined {
    try {
      return job();
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'QuotaExceededError')) this.blocked = true;
      return undefined;
    }
  }
}

export const storage = new Storage_();
