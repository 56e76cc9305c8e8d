declare global {
  namespace App {
    interface PageState {
      /** the record was just made: one goes on with its lines */
      fresh?: boolean;
    }
  }
}

export {};
