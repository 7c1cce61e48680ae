// What the same machine does with nothing but Express: the measure beside which the API stands.
import express from 'express';

const app = express();
app.disable('x-powered-by');
app.use(express.json());
app.all('/bare', (_req, res) => void res.json({ answer: 'x'.repeat(2000) }));
const server = app.listen(0, '127.0.0.1', () => {
  process.stdout.write(`Bare Express is at http://127.0.0.1:${server.address().port}\n`);
});
