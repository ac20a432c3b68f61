import sanitizeHtml from 'sanitize-html';

/**
 * What came from outside is cleaned before it is shown: no script, no form, no frame, no picture but its own, and styles
 * only where they colour, weigh or space text. It is shown in a sandboxed frame besides.
 */
export const cleanHtml = (html: string): string =>
  sanitizeHtml(html, {
    allowedTags: [...sanitizeHtml.defaults.allowedTags, 'u', 's', 'font', 'img'],
    exclusiveFilter: ({ tag, attribs }) => tag === 'img' && !OWN_PICTURE.test(attribs['src'] ?? ''),
    allowedAttributes: {
      '*': ['style', 'align', 'dir', 'lang'],
      a: ['href', 'title', 'target', 'rel'],
      img: ['src', 'alt', 'width', 'height'],
      td: ['colspan', 'rowspan'],
      th: ['colspan', 'rowspan'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowedSchemesByTag: { img: ['data'] },
    allowedStyles: { '*': SAFE_STYLES },
    transformTags: {
      a: sanitizeHtml.simpleTransform('a', { target: '_blank', rel: 'noopener noreferrer nofollow' }, true),
    },
  });

/** A picture that came with the message itself; drawings (SVG) can hold script, and none is fetched. */
const OWN_PICTURE = /^data:image\/(?:png|jpeg|gif|webp);base64,/i;

/** No value may hold a bracket, so that none can fetch (`url(…)`). */
const PLAIN = [/^[^()<>]{1,120}$/];

const SAFE_STYLES = Object.fromEntries(
  [
    'color',
    'background-color',
    'font-family',
    'font-size',
    'font-weight',
    'font-style',
    'line-height',
    'text-align',
    'text-decoration',
    'margin',
    'padding',
    'padding-left',
  ].map((name) => [name, PLAIN]),
);
