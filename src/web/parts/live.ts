/**
 * Tells when something of a case was kept elsewhere, within a second. A lost line is taken up again by itself; what happened
 * meanwhile is asked for then.
 */
export function watchCase(caseId: string, onchanged: () => void): () => void {
  let over = false;
  let end: () => void = () => undefined;
  void import('@microsoft/signalr').then(async ({ HubConnectionBuilder, LogLevel }) => {
    if (over) return;
    const line = new HubConnectionBuilder()
      .withUrl('/api/live')
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 2000 })
      .configureLogging(LogLevel.None)
      .build();
    end = () => void line.stop();
    line.on('changed', (id: string) => {
      if (id === caseId) onchanged();
    });
    line.onreconnected(async () => {
      await line.invoke('Watch', caseId);
      onchanged();
    });
    for (let tries = 0; !over && tries < 1000; tries++) {
      try {
        await line.start();
        await line.invoke('Watch', caseId);
        // What was kept before the line stood was not heard of.
        onchanged();
        return;
      } catch {
        await new Promise((again) => setTimeout(again, 2000));
      }
    }
  });
  return () => {
    over = true;
    end();
  };
}
