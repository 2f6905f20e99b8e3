import assert from 'node:assert/strict';
import { mock, test } from 'node:test';
import { serialWheel, simulatedWheel } from './wheel';

/** A cable on which lines arrive as they are given. */
function cable() {
  let push!: (bytes: Uint8Array) => void;
  let cut!: () => void;
  const readable = new ReadableStream<Uint8Array>({
    start(controller) {
      push = (bytes) => controller.enqueue(bytes);
      cut = () => controller.close();
    },
  });
  let closed = false;
  const port = {
    ...{ readable, open: async () => {} },
    close: async () => void (closed = true),
  };
  Object.defineProperty(globalThis, 'navigator', {
    value: { serial: { requestPort: async () => port } },
    configurable: true,
  });
  const encoder = new TextEncoder();
  return {
    say: (text: string) => push(encoder.encode(text)),
    cut: () => cut(),
    isClosed: () => closed,
  };
}
const later = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a counter on a cable rings once a tree, whatever pieces its lines come in', async () => {
  const line = cable();
  let [pulses, lost] = [0, 0];
  const wheel = await serialWheel(
    () => pulses++,
    () => lost++,
  );
  line.say('count 100\r\n');
  await later();
  assert.equal(pulses, 0, 'what it had counted before is nobody’s tree');
  line.say('count 1');
  line.say('01\ncount 102\nnoise\n');
  await later();
  assert.equal(pulses, 2);
  line.say('2026-11-27;102\n7;103\n');
  await later();
  assert.equal(pulses, 3, 'the last number of a line is the count');
  // Switched off and on: it begins at nothing, and rings no hundred times.
  line.say('0\n1\n');
  await later();
  assert.equal(pulses, 4);
  // A jump is a fault of the wire, not a hundred trees.
  line.say('101\n');
  await later();
  assert.equal(pulses, 7);
  line.cut();
  await later();
  assert.equal(lost, 1);
  wheel.stop();
});

test('a wheel that was stopped is silent, and its cable is given back', async () => {
  const line = cable();
  let [pulses, lost] = [0, 0];
  const wheel = await serialWheel(
    () => pulses++,
    () => lost++,
  );
  line.say('1\n2\n');
  await later();
  wheel.stop();
  await later();
  assert.deepEqual([pulses, lost, line.isClosed()], [1, 0, true]);
});

test('the stand-in rings at the tractor’s pace, and never faster than a hand can follow', () => {
  mock.timers.enable({ apis: ['setInterval'] });
  let pulses = 0;
  // 2.4 m at half a metre a second: every 4.8 s.
  const wheel = simulatedWheel(0.5, 2.4, () => pulses++);
  mock.timers.tick(4799);
  assert.equal(pulses, 0);
  mock.timers.tick(9602);
  assert.equal(pulses, 3);
  wheel.stop();
  mock.timers.tick(60_000);
  assert.equal(pulses, 3);
  let fast = 0;
  const racing = simulatedWheel(1000, 0.1, () => fast++);
  mock.timers.tick(1000);
  assert.equal(fast, 20);
  racing.stop();
  mock.timers.reset();
});
