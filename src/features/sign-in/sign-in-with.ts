/** Signs in; the cookie comes with the answer. Throws where the server does not answer. */
export async function signInWith(email: string, password: string): Promise<Response> {
  return fetch("/api/auth/sign-in/email", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ email, password }),
  });
}
