export const FOLDER = 'X-Tithe-Folder';
const COMPILING = 'X-Tithe-Compiling';

/** What the page knows of the server: whether it answers, and whose stations it serves. */
class Server {
  reachable = $state(true);
  /** The data folder's own number, once it has answered; by it the browser keeps what belongs to its stations. */
  folder = $state('');
  /** Whether it serves another folder since: what is shown here is not of that one. */
  moved = $state(false);
  /** Whether it compiles its searches still, once on a machine: first answers wait for that. */
  compiling = $state(false);
  readonly #waiting = new Set<() => void>();

  /** It answered. */
  heard(headers: Headers, refused: boolean) {
    const folder = headers.get(FOLDER);
    this.compiling = headers.has(COMPILING);
    if (folder && !this.folder) this.folder = folder;
    if (refused || (folder && folder !== this.folder)) this.moved = true;
    if (this.reachable) return;
    this.reachable = true;
    const waiting = [...this.#waiting];
    this.#waiting.clear();
    for (const job of waiting) job();
  }

  lost() {
    this.reachable = false;
  }

  /** Do something as soon as it answers anybody again; what it returns calls that off. */
  whenBack(job: () => void): () => void {
    this.#waiting.add(job);
    return () => this.#waiting.delete(job);
  }
}

export const server = new Server();

/** What is said beside a question that is waited for. */
export const whyItWaits = () =>
  server.compiling ? 'Tithe makes itself ready for this machine, once: that takes up to a minute.' : '';
