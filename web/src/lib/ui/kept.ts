/** What is kept in this browser under a name. Without a store, or with a full one, nothing is kept. */
export class Kept<T> {
  constructor(private readonly name: string) {}

  read(): T | null {
    try {
      const text = localStorage.getItem(this.name);
      return text ? (JSON.parse(text) as T) : null;
    } catch {
      return null;
    }
  }

  /** Whether it could be kept: a full store says no. */
  keep(what: T): boolean {
    try {
      localStorage.setItem(this.name, JSON.stringify(what));
      return true;
    } catch {
      return false;
    }
  }

  drop() {
    try {
      localStorage.removeItem(this.name);
    } catch {
      // There is no store, so nothing was kept.
    }
  }
}
