/** What this page can not do here, in words; empty where it can all. */
const WITHOUT_SECURE =
  'This address is not a secure one (HTTPS): the page works, but it cannot be installed, does not open without a connection, and cannot use the microphone.';

/** Makes the page installable under its own link, and lets it open without a connection. @returns what is missing */
export async function installPractice(token: string): Promise<string> {
  if (!document.querySelector('link[rel=manifest]')) {
    const link = document.createElement('link');
    link.rel = 'manifest';
    link.href = `/practice/${token}/manifest.webmanifest`;
    document.head.append(link);
  }
  if (!window.isSecureContext || !('serviceWorker' in navigator)) return WITHOUT_SECURE;
  try {
    await navigator.serviceWorker.register('/sw.js', { scope: '/practice/' });
    return '';
  } catch {
    return 'This browser keeps nothing here: the page needs a connection.';
  }
}
