# Read by cpack: what the programs are linked with is needed, what the libraries that make solids and listen to
# serial lines are linked with only recommended; whoever asks for one of these without it is told what to install.
function(linked_with into)
  set(place ${CPACK_PACKAGE_DIRECTORY}/shlibdeps)
  file(WRITE ${place}/debian/control "Source: good-fold\n")
  execute_process(COMMAND dpkg-shlibdeps -O ${ARGN} WORKING_DIRECTORY ${place} OUTPUT_VARIABLE told
    ERROR_VARIABLE noise COMMAND_ERROR_IS_FATAL ANY)
  string(REGEX REPLACE "shlibs:Depends=(.*)\n" "\\1" told "${told}")
  set(${into} "${told}" PARENT_SCOPE)
endfunction()

set(bin ${CPACK_PACKAGE_DIRECTORY}/bin)
linked_with(needed ${bin}/goodfold ${bin}/goodfold-cli ${bin}/goodfold-instrument ${bin}/goodfold-cutting.so
  ${bin}/goodfold-printer.so)
linked_with(on_use ${bin}/goodfold-solid.so ${bin}/goodfold-serial.so)
set(CPACK_DEBIAN_PACKAGE_DEPENDS "${needed}, libqt6sql6-sqlite")
set(CPACK_DEBIAN_PACKAGE_RECOMMENDS "${on_use}, qt6-wayland")
