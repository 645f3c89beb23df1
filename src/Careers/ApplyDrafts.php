<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** An application being written, kept under a key that only its writer has; nothing becomes a candidate before it is sent. */
final readonly class ApplyDrafts
{
    public const DAYS = 14;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @param array<string, string> $fields */
    public function start(int $requisition, ?int $posting, array $fields, ?ResumeFile $file, ?int $referral = null): string
    {
        $key = bin2hex(random_bytes(16));
        $this->db->execute(
            'INSERT INTO apply_draft (key, requisition_id, posting_id, referral_id, fields, file_sha256, file_name, media_type, size, text, saved_at) VALUES (:key, :r, :p, :f, CAST(:fields AS jsonb), :sha, :name, :type, :size, :text, :now)',
            ['key' => self::stored($key), 'r' => $requisition, 'p' => $posting, 'f' => $referral, 'fields' => json_encode($fields, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT), 'sha' => $file?->sha256, 'name' => $file?->name, 'type' => $file?->mediaType, 'size' => $file?->size, 'text' => $file?->text, 'now' => $this->clock->now()],
        );

        return $key;
    }

    public function find(string $key): ?Record
    {
        return $this->row($key, '');
    }

    /** Found and held until the transaction ends; null at once when someone else holds it. */
    public function take(string $key): ?Record
    {
        return $this->row($key, ' FOR UPDATE SKIP LOCKED');
    }

    private function row(string $key, string $lock): ?Record
    {
        if (1 !== preg_match('/^[0-9a-f]{32}$/', $key)) {
            return null;
        }

        return $this->db->row('SELECT * FROM apply_draft WHERE key = :key'.$lock, ['key' => self::stored($key)]);
    }

    /** @param array<string, string> $fields */
    public function save(string $key, array $fields): void
    {
        $this->db->execute('UPDATE apply_draft SET fields = fields || CAST(:fields AS jsonb), saved_at = :now WHERE key = :key AND sent_at IS NULL', ['key' => self::stored($key), 'fields' => json_encode($fields, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT), 'now' => $this->clock->now()]);
    }

    /** The file that came with a draft, already read. */
    public function file(Record $draft): ?ResumeFile
    {
        return null === $draft->strOrNull('file_sha256') ? null : new ResumeFile($draft->str('file_sha256'), $draft->str('media_type'), $draft->str('file_name'), $draft->int('size'), $draft->str('text'));
    }

    /** @return bool false when it was said before, or the application is not sent */
    public function declared(string $key): bool
    {
        return 1 === $this->db->execute('UPDATE apply_draft SET declared = true WHERE key = :key AND sent_at IS NOT NULL AND NOT declared', ['key' => self::stored($key)]);
    }

    public function sent(string $key): void
    {
        $this->db->execute('UPDATE apply_draft SET sent_at = :now WHERE key = :key', ['key' => self::stored($key), 'now' => $this->clock->now()]);
    }

    /** The database knows a key only by its hash: whoever reads it there opens no draft with it. A key is 128 random bits, so a plain hash is enough. */
    private static function stored(#[\SensitiveParameter] string $key): string
    {
        return substr(hash('sha256', $key), 0, 32);
    }
}
