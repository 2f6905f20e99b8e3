import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { pressAgain } from './early-presses';

let done: string[];

class Drawn {
  isConnected = true;
  value = '';
  checked = false;
  constructor(
    readonly name: string,
    readonly type = 'text',
  ) {}
  dispatchEvent(event: Event): boolean {
    done.push(`${this.name} ${event.type} ${this.type === 'checkbox' ? this.checked : this.value}`);
    return true;
  }
  click(): void {
    done.push(`${this.name} pressed`);
  }
}
class Sent extends Drawn {
  requestSubmit(): void {
    done.push(`${this.name} sent`);
  }
}

beforeEach(() => {
  done = [];
  Object.assign(globalThis, { HTMLElement: Drawn, HTMLFormElement: Sent, window: {} });
});
const early = (fields: [Drawn, string | boolean, boolean][], pressed: Drawn[] = []) =>
  (window.earlyPresses = () =>
    ({
      fields: fields.map(([field, value, changed]) => [field, { value, changed }]),
      pressed,
    }) as never);

test('what was typed before the page listened comes first, then what was pressed, each once', () => {
  const name = new Drawn('name');
  const box = new Drawn('box', 'checkbox');
  early(
    [
      [name, 'Mill', true],
      [box, true, true],
    ],
    [new Drawn('button'), new Sent('form')],
  );
  pressAgain();
  assert.deepEqual(done, [
    ...['name input Mill', 'name change Mill', 'box input true', 'box change true'],
    ...['button pressed', 'form sent'],
  ]);
  pressAgain();
  assert.equal(done.length, 6, 'a second call finds nothing');
});

test('a word that is still being typed is no finished one; a file and what is gone stay as they are', () => {
  const [half, file, gone] = [new Drawn('half'), new Drawn('file', 'file'), new Drawn('gone')];
  gone.isConnected = false;
  early(
    [
      [half, 'Mi', false],
      [file, 'C:\\fakepath\\a.csv', true],
      [gone, 'x', true],
    ],
    [gone],
  );
  pressAgain();
  assert.deepEqual(done, ['half input Mi', 'file input ', 'file change ']);
  assert.equal(file.value, '');
});
