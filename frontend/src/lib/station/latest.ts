/**
 * Runs one job at a time and remembers only the newest one waiting, so answers always arrive in the order
 * of the questions and a burst of changes costs two runs, not one each.
 */
export class Latest {
  #running = false;
  #waiting: (() => Promise<void>) | null = null;

  run(job: () => Promise<void>) {
    this.#waiting = job;
    if (!this.#running) void this.#drain();
  }

  async #drain() {
    this.#running = true;
    while (this.#waiting) {
      const job = this.#waiting;
      this.#waiting = null;
      await job();
    }
    this.#running = false;
  }
}
