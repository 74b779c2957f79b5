import { answer, type TaskRequest } from './tasks.ts';

self.onmessage = (event: MessageEvent<TaskRequest>) => {
  const { id } = event.data;
  self.postMessage(answer(event.data, (done) => self.postMessage({ id, done })));
};
