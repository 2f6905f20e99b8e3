import { spoken } from './reader.svelte';

/**
 * Something a person set going: whether it is under way, what it said, and what went wrong, in their own
 * words. A page shows it with {@link ./Outcome.svelte}.
 */
export class Doing {
  wrong = $state('');
  /** What it said when it was done, a line each. */
  told = $state<string[]>([]);
  private open = $state(0);

  get busy(): boolean {
    return this.open > 0;
  }

  /**
   * Does it. What the last one said or refused is gone before this one begins.
   * @param task returns what it has to say, or nothing
   * @returns whether it was done
   */
  run = async (task: () => unknown): Promise<boolean> => {
    this.wrong = '';
    this.told = [];
    this.open++;
    try {
      const said = await task();
      if (typeof said === 'string') this.told = [said];
      else if (Array.isArray(said)) this.told = said.filter((line) => typeof line === 'string');
      return true;
    } catch (error) {
      this.wrong = spoken(error);
      return false;
    } finally {
      this.open--;
    }
  };

  private last: Promise<unknown> = Promise.resolve();

  /**
   * Does it once everything begun so before is done: whoever tabs through fields quickly saves the second
   * over the first, and is not asked about their own change.
   */
  inTurn = (task: () => unknown): Promise<boolean> => {
    const mine = this.last.then(() => this.run(task));
    this.last = mine;
    return mine;
  };
}
