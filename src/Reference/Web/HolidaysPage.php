<?php

declare(strict_types=1);

namespace Jorvent\Reference\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Page;
use Jorvent\Reference\Form\HolidaysInput;
use Jorvent\Reference\Form\HolidaysType;
use Jorvent\Reference\ImportHolidays;
use Jorvent\Reference\Read\HolidayQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Public holidays by country, from the calendar files that states publish. */
#[Gate(Permission::Administer)]
final class HolidaysPage extends Page
{
    #[Route('/holidays', name: 'holidays', methods: ['GET', 'POST'])]
    public function show(Request $request, HolidayQuery $query, ImportHolidays $import): Response
    {
        $input = new HolidaysInput();
        $form = $this->formOf(HolidaysType::class, $input)->handleRequest($request);
        $days = 0;
        if ($this->done($form, static function () use ($input, $import, &$days): void {
            $days = $import(strtoupper($input->country ?? ''), $input->calendar());
        })) {
            $this->say('holidays_imported', ['%count%' => $days]);

            return $this->redirectToRoute('holidays', status: Response::HTTP_SEE_OTHER);
        }

        return $this->render('reference/holidays.html.twig', ['countries' => $query->countries(), 'form' => $form]);
    }
}
