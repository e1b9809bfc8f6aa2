export { Decoder } from './decoder.js';
export { MediaFiles } from './media-files.js';
export { urlOfFile } from './media.controller.js';
export { MediaModule } from './media.module.js';
export { MediaService } from './media.service.js';
export { shippedMedia } from './shipped.js';
