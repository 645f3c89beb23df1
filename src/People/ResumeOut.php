<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Resume\JsonResume;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;

/** A person as JSON Resume: what is known and confirmed of them; what came in this format goes out with all that it brought. */
final readonly class ResumeOut
{
    public function __construct(private Db $db, private Readings $readings, private FileStore $files)
    {
    }

    /** @return array<array-key, mixed>|null null for someone who is not there */
    public function of(int $candidate): ?array
    {
        $person = $this->db->row("SELECT c.name, c.email, c.phone, c.city, c.country, c.headline, r.id AS resume, CASE WHEN r.media_type = 'application/json' THEN r.file_sha256 END AS came FROM candidate c LEFT JOIN LATERAL (SELECT id, media_type, file_sha256 FROM resume WHERE candidate_id = c.id ORDER BY beside, created_at DESC, id DESC LIMIT 1) r ON true WHERE c.id = :id AND c.erased_at IS NULL", ['id' => $candidate]);
        if (null === $person) {
            return null;
        }
        $newest = $person->intOrNull('resume');
        $read = null === $newest ? ['items' => [], 'reading' => []] : $this->readings->of($newest);
        $json = JsonResume::of(['name' => $person->str('name'), 'email' => $person->strOrNull('email'), 'phone' => $person->strOrNull('phone'), 'city' => $person->strOrNull('city'), 'country' => $person->strOrNull('country'), 'headline' => $person->str('headline')], $read['items'], $read['reading']);
        $came = $person->strOrNull('came');
        $original = null === $came ? null : json_decode($this->files->get($came), true);

        return \is_array($original) ? JsonResume::over($original, $json) : $json;
    }
}
