/**
 * What a camera would bring: the planned tooth as it is engraved, with the word on it that no mouth was there. The stand-in's
 * pictures go the way of real ones.
 */
export async function drawnPicture(unit: string, words: string): Promise<Blob | null> {
  const image = new Image();
  image.src = `/api/units/${unit}/bodies/round.svg?azimuth=60&elevation=20`;
  try {
    await image.decode();
  } catch {
    return null;
  }
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [1200, 900];
  const pen = canvas.getContext('2d');
  if (!pen) return null;
  pen.fillStyle = '#fcfaf5';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  const scale = Math.min(1080 / (image.width || 400), 740 / (image.height || 400));
  const [wide, high] = [(image.width || 400) * scale, (image.height || 400) * scale];
  pen.drawImage(image, (canvas.width - wide) / 2, 40, wide, high);
  pen.fillStyle = '#2a2140';
  pen.font = '34px serif';
  pen.fillText(`Simulated, no mouth: ${words}`, 40, 868, 1120);
  return new Promise((done) => canvas.toBlob(done, 'image/png'));
}
