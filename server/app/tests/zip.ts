import yauzl from 'yauzl';

/** Every file of a ZIP, by its name. */
export function filesIn(bytes: Buffer): Promise<Map<string, Buffer>> {
  return new Promise((resolve, reject) => {
    const files = new Map<string, Buffer>();
    yauzl.fromBuffer(bytes, { lazyEntries: true }, (failed, zip) => {
      if (failed) {
        reject(failed);
        return;
      }
      zip.on('entry', (entry: yauzl.Entry) => {
        zip.openReadStream(entry, (error, stream) => {
          if (error) {
            reject(error);
            return;
          }
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            files.set(entry.fileName, Buffer.concat(chunks));
            zip.readEntry();
          });
        });
      });
      zip.on('end', () => {
        resolve(files);
      });
      zip.readEntry();
    });
  });
}
