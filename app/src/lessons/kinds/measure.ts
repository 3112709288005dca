/** What a file does not say, asked of the browser: how long a film is, and how it looks at a moment. */

const WAIT = 15_000;

function opened(url: string): Promise<HTMLVideoElement> {
  return new Promise((resolve, reject) => {
    const film = document.createElement("video");
    film.muted = true;
    film.preload = "auto";
    film.onloadeddata = () => resolve(film);
    film.onerror = () => reject(new Error("This film cannot be played by this browser."));
    setTimeout(() => reject(new Error("This film takes too long to open.")), WAIT);
    film.src = url;
  });
}

function gone(film: HTMLVideoElement, to: number): Promise<void> {
  return new Promise((resolve) => {
    film.onseeked = () => resolve();
    setTimeout(resolve, WAIT);
    film.currentTime = to;
  });
}

/** Its length in seconds; null: the browser does not find out either. */
export async function lengthOf(url: string): Promise<number | null> {
  const film = await opened(url).catch(() => null);
  if (!film) return null;
  // A film that was recorded as it came says its length only once its end was reached.
  if (!Number.isFinite(film.duration)) await gone(film, 86_000);
  const { duration } = film;
  film.removeAttribute("src");
  return Number.isFinite(duration) && duration > 0 ? duration : null;
}

/** Its picture at a tenth of its length, as a file; null where none can be taken. */
export async function pictureOf(url: string, name: string): Promise<File | null> {
  const film = await opened(url).catch(() => null);
  if (!film || film.videoWidth === 0) return null;
  await gone(film, Number.isFinite(film.duration) ? film.duration * 0.1 : 1);
  const scale = Math.min(1, 1280 / film.videoWidth);
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(film.videoWidth * scale);
  canvas.height = Math.round(film.videoHeight * scale);
  canvas.getContext("2d")?.drawImage(film, 0, 0, canvas.width, canvas.height);
  film.removeAttribute("src");
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", 0.82));
  return blob && new File([blob], `${name.replace(/\.\w+$/, "")}.jpg`, { type: "image/jpeg" });
}
