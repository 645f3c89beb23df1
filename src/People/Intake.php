<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\NotSame;
use Jorvent\People\Extract\Broken;
use Jorvent\People\Extract\Zipped;
use Jorvent\People\Message\ReadDroppedFile;
use Jorvent\People\OwnData\Tombstones;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Files\FileStore;
use Psr\Clock\ClockInterface;

/**
 * Many resumes at once: each file is stored as it comes and read by the worker, one by one, so that a reload loses nothing and one bad file costs one message. The same file twice is known; someone whose address is known
 * already is not made a second time, and the file is not laid beside them either before someone says that it is theirs.
 */
final readonly class Intake
{
    public const MOST_FILES = 500;
    private const MOST_ZIP = 80_000_000;

    public function __construct(
        private Db $db, private CandidateRepository $candidates, private ClockInterface $clock, private Deliveries $deliveries, private ActivityLog $log, private EntityManagerInterface $entities, private FileStore $files, private ReadResume $read, private AddResume $add, private IndexCandidate $index, private SamePerson $same, private KnownBy $known, private Tombstones $stones, private ReadText $readText,
    ) {
    }

    /** @param int|null $account null for what comes by mail: everyone's who takes people in */
    public function open(?int $account): int
    {
        return $this->db->insert('intake', ['account_id' => $account, 'state' => 'open', 'created_at' => $this->clock->now()]);
    }

    /** @return list<int> the files laid in: one, or those of a zip */
    public function lay(int $intake, string $content, string $name, ?int $mail = null): array
    {
        $found = str_starts_with($content, "PK\x03\x04") ? self::unpacked($content) : null;
        $files = null === $found ? [[$name, $content]] : $found;

        return $this->db->transaction(function () use ($intake, $files, $mail): array {
            if (0 === $this->db->int("SELECT count(*) FROM (SELECT 1 FROM intake WHERE id = :i AND state = 'open' FOR UPDATE) x", ['i' => $intake])) {
                throw Refused::because('intake_closed', 'file');
            }
            if (self::MOST_FILES < \count($files) + $this->db->int('SELECT count(*) FROM intake_file WHERE intake_id = :i', ['i' => $intake])) {
                throw Refused::because('too_many_files', 'file', ['limit' => self::MOST_FILES]);
            }
            $ids = [];
            foreach ($files as [$name, $content]) {
                $large = \strlen($content) > ReadResume::MAX_BYTES;
                $ids[] = $id = $this->put($intake, $name, $content, $large ? 'file_too_large' : null, $mail);
                if (!$large) {
                    $this->deliveries->add(new ReadDroppedFile($id), 'intake-'.$id.'-1', new About('intake_file', $id));
                }
            }

            return $ids;
        });
    }

    /** A file as it stands in the list: waiting to be read, or with what is wrong with it. */
    public function put(int $intake, string $name, string $content, ?string $refusal, ?int $mail): int
    {
        return $this->db->insert('intake_file', ['intake_id' => $intake, 'name' => mb_substr((string) preg_replace('/[^\p{L}\p{N}._ \-]/u', '_', basename(str_replace('\\', '/', mb_scrub($name)))), 0, 120), 'sha256' => \strlen($content) > ReadResume::MAX_BYTES ? hash('sha256', $content) : $this->files->put($content), 'size' => \strlen($content), 'state' => null === $refusal ? 'waiting' : 'failed', 'refusal' => $refusal, 'at' => $this->clock->now(), 'mail_id' => $mail]);
    }

    /** Reads one file that waits: a new person, or someone known to be looked at, or a message why not. */
    public function take(int $id): void
    {
        $file = $this->db->row("SELECT f.*, i.account_id FROM intake_file f JOIN intake i ON i.id = f.intake_id WHERE f.id = :id AND f.state = 'waiting'", ['id' => $id]);
        if (null === $file) {
            return;
        }
        try {
            $same = $this->db->row('SELECT r.id, r.candidate_id FROM resume r JOIN candidate c ON c.id = r.candidate_id WHERE r.file_sha256 = :h AND c.erased_at IS NULL ORDER BY r.id LIMIT 1', ['h' => $file->str('sha256')]);
            if (null !== $same) {
                $this->ifWaiting($id, fn () => $this->settle($id, 'known', 'same_file', $same->int('candidate_id'), $same->int('id')));

                return;
            }
            $resume = ($this->read)($this->files->get($file->str('sha256')), $file->str('name'));
            $reading = ($this->readText)($resume->text);
            $email = $reading->field('email') ?? $this->sender($file, $reading->field('name'));
            $known = $this->known->address($email ?? '');
            if (null !== $known) {
                $this->ifWaiting($id, fn () => $this->settle($id, 'known', 'same_address', $known, null));

                return;
            }
            if (null !== $email && null !== $this->stones->refusedBy($email)) {
                throw Refused::because('forgotten_before');
            }
            // what looks like someone we know is asked about, with the reasons on the page
            $like = $this->same->like(SamePerson::read($reading))[0] ?? null;
            if (null !== $like && $like['sure']) {
                $this->ifWaiting($id, function () use ($id, $like, $resume): void {
                    $this->settle($id, 'read', null, $like['id'], ($this->add)($like['id'], $resume), $like['probability']);
                    $this->db->execute('UPDATE intake_file SET tied = CAST(:t AS jsonb) WHERE id = :id', ['t' => json_encode($like['reasons'], \JSON_THROW_ON_ERROR), 'id' => $id]);
                    $this->log->record('candidate.tied', 'candidate', $like['id'], null, $like['id'], ['file' => $id]);
                });

                return;
            }
            if (null !== $like) {
                $this->ifWaiting($id, fn () => $this->settle($id, 'known', 'looks_like', $like['id'], null, $like['probability']));

                return;
            }
            if (null === $reading->field('name')) {
                throw Refused::because('no_name_read');
            }
            [$name, $phone, $city] = [$reading->field('name'), $reading->field('phone'), $reading->field('city')];
            $this->ifWaiting($id, fn () => $this->make($id, $file, $resume, $name, $email, $phone, $city));
        } catch (Refused $refused) {
            $this->ifWaiting($id, fn () => $this->settle($id, 'failed', $refused->refusals[0]->code, null, null));
        }
    }

    /** What was settled meanwhile stays as it is: reading takes a while, and the same file may be read twice. */
    private function ifWaiting(int $id, callable $do): void
    {
        $this->db->transaction(function () use ($id, $do): void {
            if (null !== $this->db->row("SELECT 1 FROM intake_file WHERE id = :id AND state = 'waiting' FOR UPDATE", ['id' => $id])) {
                $do();
            }
        });
    }

    /** Someone known, or someone alike: it is them, and the file is theirs; or it is someone else, who keeps the address that is read unless another has it. */
    public function same(int $id, bool $same): void
    {
        $file = $this->row($id, 'known');
        $resume = ($this->read)($this->files->get($file->str('sha256')), $file->str('name'));
        $this->db->transaction(function () use ($id, $file, $resume, $same): void {
            if ($same) {
                $this->settle($id, 'read', null, $file->int('candidate_id'), ($this->add)($file->int('candidate_id'), $resume));

                return;
            }
            $reading = ($this->readText)($resume->text);
            $email = $reading->field('email') ?? $this->sender($file, $reading->field('name'));
            $this->make($id, $file, $resume, $reading->field('name') ?? $file->str('name'), null === $this->known->address($email ?? '') ? $email : null, $reading->field('phone'), $reading->field('city'));
        });
    }

    /** It was tied by itself, and is someone else's after all: the resume goes with its own person. */
    public function untie(int $id, int $by): void
    {
        $file = $this->row($id, 'read');
        if (null === $file->strOrNull('tied')) {
            throw Refused::because('missing');
        }
        $resume = ($this->read)($this->files->get($file->str('sha256')), $file->str('name'));
        $this->db->transaction(function () use ($id, $file, $resume, $by): void {
            $reading = ($this->readText)($resume->text);
            $this->db->execute('DELETE FROM resume WHERE id = :r AND candidate_id = :c', ['r' => $file->int('resume_id'), 'c' => $file->int('candidate_id')]);
            ($this->index)($file->int('candidate_id'));
            $email = $reading->field('email');
            $new = $this->make($id, $file, $resume, $reading->field('name') ?? $file->str('name'), null === $this->known->address($email ?? '') ? $email : null, $reading->field('phone'), $reading->field('city'));
            $this->db->execute('UPDATE intake_file SET tied = NULL, likeness = NULL WHERE id = :id', ['id' => $id]);
            if (!$this->candidates->areTwo($file->int('candidate_id'), $new)) {
                $this->candidates->add(new NotSame($file->int('candidate_id'), $new, $by, $this->clock->now()));
            }
        });
    }

    public function again(int $id): void
    {
        $this->row($id, 'failed');
        $this->db->transaction(function () use ($id): void {
            $this->db->execute("UPDATE intake_file SET state = 'waiting', refusal = NULL, at = :now WHERE id = :id", ['id' => $id, 'now' => $this->clock->now()]);
            $key = 'intake-'.$id.'-'.$this->clock->now()->format('YmdHisu');
            $this->deliveries->add(new ReadDroppedFile($id), $key, new About('intake_file', $id));
        });
    }

    /** What a program could not read a person types from the original. */
    public function byHand(int $id, string $name, string $email): int
    {
        $file = $this->row($id, 'failed');
        if (mb_strlen($name) < 2) {
            throw Refused::because('missing', 'name');
        }
        if ('' !== $email && !EmailAddress::isValid($email)) {
            throw Refused::because('email_wrong', 'email');
        }
        if (null !== $this->known->address($email)) {
            throw Refused::because('email_known', 'email');
        }

        return $this->db->transaction(fn (): int => $this->make($id, $file, new ResumeFile($file->str('sha256'), 'application/octet-stream', $file->str('name'), max(1, $file->int('size')), $name."\n".$email), $name, '' === $email ? null : $email, null, null));
    }

    /** What waits is not read any more; what was read stays. */
    public function cancel(int $intake): void
    {
        $this->db->execute("UPDATE intake_file SET state = 'cancelled', at = :now WHERE intake_id = :i AND state = 'waiting'", ['i' => $intake, 'now' => $this->clock->now()]);
        $this->db->execute("UPDATE intake SET state = 'cancelled' WHERE id = :i AND state = 'open'", ['i' => $intake]);
    }

    /** @return list<Record> with how many files are in which state; where something came last stands first, for the mails of a day come one by one */
    public function recent(int $account): array
    {
        return $this->db->rows("SELECT i.id, i.state, i.created_at, i.account_id IS NULL AS mailed, count(f.id) AS files, count(*) FILTER (WHERE f.state = 'waiting') AS waiting, count(*) FILTER (WHERE f.state = 'read') AS read, count(*) FILTER (WHERE f.state = 'failed') AS failed, count(*) FILTER (WHERE f.state = 'known') AS known FROM intake i JOIN intake_file f ON f.intake_id = i.id WHERE (i.account_id = :a OR i.account_id IS NULL) GROUP BY i.id ORDER BY max(f.id) DESC LIMIT 20", ['a' => $account]);
    }

    /** @return list<Record> the files of one, what needs someone first */
    public function filesOf(int $intake, int $account): array
    {
        return $this->db->rows("SELECT f.id, f.name, f.size, f.state, f.refusal, f.likeness, f.tied, f.candidate_id, f.resume_id, c.name AS person, c.headline, r.unsure, v.content ->> 'from' AS sender, v.content ->> 'subject' AS subject FROM intake_file f JOIN intake i ON i.id = f.intake_id LEFT JOIN candidate c ON c.id = f.candidate_id LEFT JOIN resume r ON r.id = f.resume_id LEFT JOIN mail_in m ON m.id = f.mail_id LEFT JOIN personal_value v ON v.id = m.personal_id WHERE i.id = :i AND (i.account_id = :a OR i.account_id IS NULL) ORDER BY array_position(ARRAY['failed', 'known', 'waiting', 'read', 'cancelled'], f.state), f.id LIMIT 500", ['i' => $intake, 'a' => $account]);
    }

    public function mine(int $intake, int $account): bool
    {
        return 1 === $this->db->int('SELECT count(*) FROM intake WHERE id = :i AND (account_id = :a OR account_id IS NULL)', ['i' => $intake, 'a' => $account]);
    }

    private function make(int $id, Record $file, ResumeFile $resume, string $name, ?string $email, ?string $phone, ?string $city): int
    {
        $mailed = null !== $file->intOrNull('mail_id');
        $candidate = new Candidate(mb_substr($name, 0, 200), $email, $phone, $city, 'Europe/Oslo', 'en', $mailed ? 'mailbox' : 'dropped', null, $this->clock->now());
        $candidate->describe('', null, null, $this->clock->now());
        $this->entities->persist($candidate);
        $this->entities->flush();
        $this->settle($id, 'read', null, $candidate->id, ($this->add)($candidate->id, $resume));
        $this->log->record($mailed ? 'candidate.mailed_in' : 'candidate.dropped_in', 'candidate', $candidate->id, null, $candidate->id);

        return $candidate->id;
    }

    private function settle(int $id, string $state, ?string $refusal, ?int $candidate, ?int $resume, ?float $likeness = null): void
    {
        $this->db->execute('UPDATE intake_file SET state = :s, refusal = :r, likeness = :l, candidate_id = :c, resume_id = :f, at = :now WHERE id = :id', ['s' => $state, 'r' => $refusal, 'l' => $likeness, 'c' => $candidate, 'f' => $resume, 'now' => $this->clock->now(), 'id' => $id]);
        if ('read' === $state && null !== $candidate) {
            // the letter that came with it is theirs from now on, and goes when they go
            $this->db->execute('UPDATE personal_value SET candidate_id = :c WHERE candidate_id IS NULL AND id = (SELECT m.personal_id FROM mail_in m JOIN intake_file f ON f.mail_id = m.id WHERE f.id = :id)', ['c' => $candidate, 'id' => $id]);
        }
    }

    /** The address of a sender who is called like the resume; who else sent it may have sent it for someone. */
    private function sender(Record $file, ?string $name): ?string
    {
        $mail = null === $file->intOrNull('mail_id') || null === $name ? null : $this->db->row("SELECT v.content ->> 'from' AS sender, v.content ->> 'name' AS called FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE m.id = :m", ['m' => $file->int('mail_id')]);

        return null !== $mail && null !== $name && Traits::of($mail->strOrNull('called') ?? '')->called() === Traits::of($name)->called() ? $mail->strOrNull('sender') : null;
    }

    private function row(int $id, string $state): Record
    {
        return $this->db->row('SELECT f.*, i.account_id FROM intake_file f JOIN intake i ON i.id = f.intake_id WHERE f.id = :id AND f.state = :s', ['id' => $id, 's' => $state]) ?? throw Refused::because('missing');
    }

    /** @return list<array{string, string}>|null names and contents of the files in a zip; null when it is a document of its own (DOCX, ODT) */
    private static function unpacked(string $content): ?array
    {
        try {
            $zip = Zipped::open($content);
        } catch (Broken) {
            // said when it is read, like of any other file
            return null;
        }
        if (false !== $zip->locateName('word/document.xml') || false !== $zip->locateName('mimetype')) {
            return null;
        }
        if ($zip->numFiles > self::MOST_FILES) {
            throw Refused::because('too_many_files', 'file', ['limit' => self::MOST_FILES]);
        }
        $files = [];
        $sum = 0;
        for ($i = 0; $i < $zip->numFiles; ++$i) {
            $stat = $zip->statIndex($i);
            $name = false === $stat ? '' : $stat['name'];
            // folders and what systems put beside files; a name is only ever shown, never used as a path
            if (false === $stat || str_ends_with($name, '/') || str_starts_with($name, '__MACOSX/') || str_starts_with(basename($name), '.')) {
                continue;
            }
            $stream = $zip->getStream($name);
            $bytes = false === $stream ? '' : (string) stream_get_contents($stream, ReadResume::MAX_BYTES + 1);
            $sum += \strlen($bytes);
            if ($sum > self::MOST_ZIP) {
                throw Refused::because('file_bomb', 'file');
            }
            $files[] = [$name, $bytes];
        }

        return $files;
    }
}
