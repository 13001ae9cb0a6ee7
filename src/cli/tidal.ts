import { main } from './main';

// A reader that has seen enough, like `head`, closes the pipe: no failure of ours.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
});
process.exitCode = await main(process.argv.slice(2));
