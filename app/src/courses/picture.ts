/** A picture that somebody chose, made ready to be sent. */
export interface Ready {
  picture: Blob;
}
export interface Trouble {
  trouble: string;
}

export async function readyPicture(_file: Blob): Promise<Ready | Trouble> {
  return { trouble: "Pictures are chosen in a browser." };
}
