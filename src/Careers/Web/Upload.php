<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Core\Shared\Refused;
use Jorvent\People\ReadResume;
use Jorvent\People\ResumeFile;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** The resume that someone sends with a form, read; or what is wrong with it, said at its field. */
final readonly class Upload
{
    public const FIELD = 'resume';
    /** What the field lets one choose. */
    public const ACCEPTED = '.pdf,.docx,.odt,.rtf,.html,.htm,.txt,.json,.vcf';
    private const BYTES_OF_A_MEGABYTE = 1_000_000;
    private const TOO_LARGE = [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE];

    public function __construct(private ReadResume $read)
    {
    }

    /** @throws Refused at the field */
    public function needed(Request $request): ResumeFile
    {
        $isTooLarge = $request->server->getInt('CONTENT_LENGTH') > ReadResume::MAX_BYTES;

        return $this->optional($request) ?? throw self::refused($isTooLarge);
    }

    /**
     * @return ResumeFile|null null when no file was chosen
     *
     * @throws Refused at the field
     */
    public function optional(Request $request): ?ResumeFile
    {
        $file = $request->files->get(self::FIELD);

        return $file instanceof UploadedFile && \UPLOAD_ERR_NO_FILE !== $file->getError() ? $this->read($file) : null;
    }

    private function read(UploadedFile $file): ResumeFile
    {
        if (!$file->isValid()) {
            throw self::refused(\in_array($file->getError(), self::TOO_LARGE, true));
        }
        $bytes = (string) file_get_contents($file->getPathname(), length: ReadResume::MAX_BYTES + 1);

        return ($this->read)($bytes, $file->getClientOriginalName());
    }

    private static function refused(bool $isTooLarge): Refused
    {
        $limit = ['limit' => intdiv(ReadResume::MAX_BYTES, self::BYTES_OF_A_MEGABYTE)];

        return Refused::because($isTooLarge ? 'file_too_large' : 'file_missing', self::FIELD, $limit);
    }
}
