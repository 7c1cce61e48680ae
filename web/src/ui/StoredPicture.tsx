import { useEffect, useState } from 'react';
import { waitingPicture } from '../device/pictures.ts';

/** A photograph: from this device while it waits to be sent, else from the server. */
export function StoredPicture({ id, alt }: { id: string; alt: string }) {
  const [local, setLocal] = useState<string | null>(null);
  useEffect(() => {
    let url: string | null = null;
    let gone = false;
    void waitingPicture(id).then((waiting) => {
      if (!waiting || gone) return;
      url = URL.createObjectURL(waiting.blob);
      setLocal(url);
    });
    return () => {
      gone = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [id]);
  return <img src={local ?? `/api/pictures/${id}`} alt={alt} className="max-h-32 border border-hairline" />;
}
