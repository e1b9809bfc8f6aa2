export { NewsGateway } from './gateway.js';
export { NewsService } from './news.js';
