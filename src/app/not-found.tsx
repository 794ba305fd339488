import { Link } from "@/features/shared/link";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-2xl">Nothing here</h1>
      <p className="mt-2">The page does not exist, or belongs to another practice.</p>
      <p className="mt-4">
        <Link href="/" className="font-semibold text-action underline">
          To the fields
        </Link>
      </p>
    </main>
  );
}
