import { answerTo, type Answer, type TaskName } from './tasks';

/** What a worker thread of the server does: one request, from the bytes of its body to the JSON of its answer. */
export default ({ name, body }: { name: TaskName; body: Uint8Array }): Promise<Answer> => answerTo(name, body);
