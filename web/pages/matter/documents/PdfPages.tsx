import { getDocument, GlobalWorkerOptions, TextLayer } from 'pdfjs-dist';
import type { PDFDocumentProxy } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState } from 'react';
import { say } from '../../../words/en/matter-documents.ts';
import classes from './Documents.module.css';

GlobalWorkerOptions.workerSrc = worker;
/** Fonts, characters and colours that a file may count on a reader to have; shipped with the application (vite.config.ts). */
const DATA = '/assets/pdf';

type Opened =
  | { readonly kind: 'opening' }
  | { readonly kind: 'open'; readonly pdf: PDFDocumentProxy; readonly ratio: number }
  | { readonly kind: 'failed'; readonly why: string };

/** A PDF's pages one below the other, drawn as they come into view, their text there to be copied and heard. */
export function PdfPages({ url }: { readonly url: string }) {
  const [opened, setOpened] = useState<Opened>({ kind: 'opening' });
  useEffect(() => {
    const task = getDocument({
      url,
      standardFontDataUrl: `${DATA}/standard_fonts/`,
      cMapUrl: `${DATA}/cmaps/`,
      wasmUrl: `${DATA}/wasm/`,
      iccUrl: `${DATA}/iccs/`,
      useWasm: false,
    });
    task.promise
      .then(async (pdf) => {
        const { width, height } = (await pdf.getPage(1)).getViewport({ scale: 1 });
        setOpened({ kind: 'open', pdf, ratio: width / height });
      })
      .catch((error: unknown) => {
        const isLocked = error instanceof Error && error.name === 'PasswordException';
        setOpened({ kind: 'failed', why: isLocked ? say.protectedByAPassword : say.cannotBeRead });
      });
    return () => void task.destroy();
  }, [url]);
  if (opened.kind === 'opening') return <p role="status">{say.loading}</p>;
  if (opened.kind === 'failed') return <p role="alert">{opened.why}</p>;
  const { pdf, ratio } = opened;
  return Array.from({ length: pdf.numPages }, (_one, n) => (
    <PdfPage key={n} pdf={pdf} number={n + 1} ratio={ratio} />
  ));
}

interface PdfPageProps {
  readonly pdf: PDFDocumentProxy;
  readonly number: number;
  /** Width to height, until the page itself says. */
  readonly ratio: number;
}

function PdfPage({ pdf, number, ratio }: PdfPageProps) {
  const place = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const text = useRef<HTMLDivElement>(null);
  const seen = useInView(place);
  useEffect(() => {
    if (!seen) return undefined;
    let stop = (): void => undefined;
    let isStopped = false;
    const draw = async (): Promise<void> => {
      const page = await pdf.getPage(number);
      const [box, onto, over] = [place.current, canvas.current, text.current];
      if (isStopped || !box || !onto || !over) return;
      const natural = page.getViewport({ scale: 1 });
      const scale = box.clientWidth / natural.width;
      const viewport = page.getViewport({ scale: scale * window.devicePixelRatio });
      onto.width = viewport.width;
      onto.height = viewport.height;
      box.style.aspectRatio = String(natural.width / natural.height);
      const drawing = page.render({ canvas: onto, viewport });
      stop = () => {
        drawing.cancel();
      };
      await drawing.promise;
      over.style.setProperty('--total-scale-factor', String(scale));
      over.replaceChildren();
      const layer = new TextLayer({
        textContentSource: await page.getTextContent(),
        container: over,
        viewport: page.getViewport({ scale }),
      });
      await layer.render();
    };
    // A drawing that was called off, since another file is looked at, is no fault.
    draw().catch(() => undefined);
    return () => {
      isStopped = true;
      stop();
    };
  }, [pdf, number, seen]);
  return (
    <div
      ref={place}
      className={classes.pdfPage}
      style={{ aspectRatio: String(ratio) }}
      role="group"
      aria-label={say.page(number, pdf.numPages)}
    >
      <canvas ref={canvas} />
      <div ref={text} className={classes.pdfText} />
    </div>
  );
}

/** How far beyond what is seen pages are drawn, so that they are there when they are scrolled to. */
const AHEAD = '600px';

function useInView(place: { readonly current: HTMLElement | null }): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = place.current;
    if (!element) return undefined;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: AHEAD },
    );
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, [place]);
  return seen;
}
