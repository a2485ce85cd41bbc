/** The address bar of a component under test: where it went stands in `went`. */
export const went: string[] = [];
export const place = { path: '/', query: '' };

const router = {
  push: (url: string) => void went.push(url),
  replace: (url: string) => void went.push(url),
  refresh: () => void went.push('refresh'),
  back: () => void went.push('back'),
  forward: () => undefined,
  prefetch: () => undefined,
};

export const useRouter = () => router;
export const usePathname = () => place.path;
export const useSearchParams = () => new URLSearchParams(place.query);
export const useParams = () => ({});
export const redirect = (url: string): never => {
  throw new Error(`redirected to ${url}`);
};
export const notFound = (): never => {
  throw new Error('not found');
};
