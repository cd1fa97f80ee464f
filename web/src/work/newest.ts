/**
 * Follows an input with slow work: while one run goes on only the newest next input is kept, so that typing or dragging
 * never queues up work. `told` gets each answer with whether another is on its way.
 */
export class Newest<I, R> {
  private wanted: { input: I } | undefined;
  private running = false;

  constructor(
    private readonly work: (input: I) => Promise<R>,
    private readonly told: (state: { value?: R; busy: boolean }) => void,
  ) {}

  follow(input: I): void {
    this.wanted = { input };
    if (!this.running) void this.go();
  }

  /** Wants nothing more; an answer that is on its way is not told. */
  rest(): void {
    this.wanted = undefined;
  }

  private async go(): Promise<void> {
    this.running = true;
    this.told({ busy: true });
    while (this.wanted) {
      const now = this.wanted;
      try {
        const value = await this.work(now.input);
        if (this.wanted) this.told({ value, busy: this.wanted !== now });
      } catch {
        if (this.wanted === now) this.told({ busy: false });
      }
      if (this.wanted === now) this.wanted = undefined;
    }
    this.running = false;
  }
}
