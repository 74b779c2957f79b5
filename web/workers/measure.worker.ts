import { answer, type TaskRequest } from './tasks.ts';

self.onmessage = (event: MessageEvent<TaskRequest>) => self.postMessage(answer(event.data));
