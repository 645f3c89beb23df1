<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Core\Shared\Refused;
use Jorvent\People\ReadResume;
use Jorvent\People\ResumeFile;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;

/** The file a candidate sends with a form, read; or what is wrong with it, said at its field. */
final readonly class Upload
{
    public function __construct(private ReadResume $read)
    {
    }

    public function needed(Request $request, string $field): ResumeFile
    {
        return $this->optional($request, $field) ?? throw Refused::because($request->server->getInt('CONTENT_LENGTH') > ReadResume::MAX_BYTES ? 'file_too_large' : 'file_missing', $field, ['limit' => intdiv(ReadResume::MAX_BYTES, 1_000_000)]);
    }

    /** @return ResumeFile|null null when no file was chosen */
    public function optional(Request $request, string $field): ?ResumeFile
    {
        $upload = $request->files->get($field);
        if (!$upload instanceof UploadedFile || \UPLOAD_ERR_NO_FILE === $upload->getError()) {
            return null;
        }
        if (!$upload->isValid()) {
            throw Refused::because(\in_array($upload->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true) ? 'file_too_large' : 'file_missing', $field, ['limit' => intdiv(ReadResume::MAX_BYTES, 1_000_000)]);
        }

        return ($this->read)((string) file_get_contents($upload->getPathname(), length: ReadResume::MAX_BYTES + 1), $upload->getClientOriginalName());
    }
}
