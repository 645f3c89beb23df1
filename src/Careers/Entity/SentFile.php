<?php

declare(strict_types=1);

namespace Jorvent\Careers\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\People\ResumeFile;

/**
 * The resume that someone sent, already read, before they are a candidate; or none.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class SentFile
{
    #[ORM\Column(name: 'file_sha256', type: Types::STRING, length: 64, nullable: true, options: ['fixed' => true])]
    private ?string $sha256;
    #[ORM\Column(name: 'file_name', type: Types::TEXT, nullable: true)]
    private ?string $name;
    #[ORM\Column(name: 'media_type', type: Types::TEXT, nullable: true)]
    private ?string $mediaType;
    /** in bytes */
    #[ORM\Column(nullable: true)]
    private ?int $size;
    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $text;

    public function __construct(?ResumeFile $file)
    {
        [$this->sha256, $this->name] = [$file?->sha256, $file?->name];
        [$this->mediaType, $this->size, $this->text] = [$file?->mediaType, $file?->size, $file?->text];
    }

    public function resume(): ?ResumeFile
    {
        if (null === $this->sha256) {
            return null;
        }

        return new ResumeFile(
            $this->sha256, $this->mediaType ?? '', $this->name ?? '', $this->size ?? 0, $this->text ?? '',
        );
    }
}
