/** News: what a person is told, in the application and by mail. */
export { useNews } from './news.store';
