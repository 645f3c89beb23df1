<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Careers\Applicant;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\People\ResumeFile;

/** Applications that are begun and filled in, without the pages. */
trait BeginsApplications
{
    /**
     * @param array<string, string> $fields  of the applicant
     * @param array<string, string> $answers by question
     *
     * @return string the key of the draft
     */
    private function begun(int $requisition, array $fields, array $answers = [], ?ResumeFile $file = null): string
    {
        $drafts = $this->get(ApplyDrafts::class);
        $key = $drafts->start($requisition, null, $file);
        $drafts->save($key, Applicant::of($fields), $answers);

        return $key;
    }
}
