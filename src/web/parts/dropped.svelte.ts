/** Scans dropped on a screen that has no place for them, on their way to the one that has. */
class Dropped {
  files = $state.raw<readonly File[]>([]);

  /** What is waiting; it waits no longer. */
  take(): readonly File[] {
    const { files } = this;
    this.files = [];
    return files;
  }
}

export const dropped = new Dropped();
