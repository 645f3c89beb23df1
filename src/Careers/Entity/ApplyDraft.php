<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Careers\Applicant;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * An application that is being written. Only its writer has the key; the database knows a hash of it, so that whoever
 * reads it there opens no draft with it. A key is 128 random bits, so a plain hash is enough.
 */
#[ORM\Entity]
#[ORM\Table(name: 'apply_draft')]
class ApplyDraft
{
    private const ANSWER = 'q:';
    private const CONSENT = 'consent';
    private const HASH_LENGTH = 32;

    #[ORM\Id, ORM\Column(name: 'key', type: Types::STRING, length: self::HASH_LENGTH, options: ['fixed' => true])]
    private string $hash;

    #[ORM\Embedded(columnPrefix: false)]
    private SentFile $file;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $sentAt = null;

    /** whether they said something of themselves after it was sent; what, is not kept here */
    #[ORM\Column(options: ['default' => false])]
    private bool $declared = false;

    /** @param array<string, string> $fields of the applicant, and answers by "q:" and the question */
    public function __construct(
        #[\SensitiveParameter] string $key,
        #[ORM\Column]
        #[Reference('requisition')]
        public readonly int $requisitionId,
        #[ORM\Column(nullable: true)]
        #[Reference('posting')]
        public readonly ?int $postingId,
        #[ORM\ManyToOne]
        public readonly ?Referral $referral,
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        private array $fields,
        ?ResumeFile $file,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $savedAt,
    ) {
        $this->hash = self::hash($key);
        $this->file = new SentFile($file);
    }

    public static function hash(#[\SensitiveParameter] string $key): string
    {
        return substr(hash('sha256', $key), 0, self::HASH_LENGTH);
    }

    /**
     * Keeps what is typed; of one that is sent nothing changes any more.
     *
     * @param array<string, string> $answers by question
     */
    public function type(Applicant $applicant, array $answers, \DateTimeImmutable $now): void
    {
        if ($this->isSent()) {
            return;
        }
        $this->fields = [...$this->fields, ...$applicant->fields()];
        foreach ($answers as $question => $answer) {
            $this->fields[self::ANSWER.$question] = $answer;
        }
        $this->savedAt = $now;
    }

    /** @param string $version of the text that was agreed to; empty for none */
    public function consent(string $version, \DateTimeImmutable $now): void
    {
        if (!$this->isSent()) {
            $this->fields[self::CONSENT] = $version;
            $this->savedAt = $now;
        }
    }

    /** @throws Refused when it was sent before */
    public function send(\DateTimeImmutable $now): void
    {
        if ($this->isSent()) {
            throw Refused::because('already_sent');
        }
        $this->sentAt = $now;
    }

    /** @return bool false when something was said before, or it is not sent */
    public function declare(): bool
    {
        if (!$this->isSent() || $this->declared) {
            return false;
        }

        return $this->declared = true;
    }

    public function isSent(): bool
    {
        return null !== $this->sentAt;
    }

    public function isDeclared(): bool
    {
        return $this->declared;
    }

    public function savedAt(): \DateTimeImmutable
    {
        return $this->savedAt;
    }

    public function applicant(): Applicant
    {
        return Applicant::of($this->fields);
    }

    /** @return array<string, string> by question */
    public function answers(): array
    {
        $answers = [];
        foreach ($this->fields as $name => $value) {
            if (str_starts_with($name, self::ANSWER)) {
                $answers[substr($name, \strlen(self::ANSWER))] = $value;
            }
        }

        return $answers;
    }

    /** @return string the version of the text that was agreed to; empty for none */
    public function consented(): string
    {
        return $this->fields[self::CONSENT] ?? '';
    }

    public function resume(): ?ResumeFile
    {
        return $this->file->resume();
    }
}
