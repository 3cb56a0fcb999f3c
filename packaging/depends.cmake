# Read by cpack: what the programs are linked with is needed, what the library that makes solids is linked with only
# recommended; whoever asks for a solid without it is told what to install.
function(linked_with into)
  set(place ${CPACK_PACKAGE_DIRECTORY}/shlibdeps)
  file(WRITE ${place}/debian/control "Source: good-fold\n")
  execute_process(COMMAND dpkg-shlibdeps -O ${ARGN} WORKING_DIRECTORY ${place} OUTPUT_VARIABLE told
    ERROR_VARIABLE noise COMMAND_ERROR_IS_FATAL ANY)
  string(REGEX REPLACE "shlibs:Depends=(.*)\n" "\\1" told "${told}")
  set(${into} "${told}" PARENT_SCOPE)
endfunction()

set(bin ${CPACK_PACKAGE_DIRECTORY}/bin)
linked_with(needed ${bin}/goodfold ${bin}/goodfold-cli ${bin}/goodfold-instrument ${bin}/goodfold-cutting.so)
linked_with(for_solids ${bin}/goodfold-solid.so)
set(CPACK_DEBIAN_PACKAGE_DEPENDS "${needed}, libqt6sql6-sqlite")
set(CPACK_DEBIAN_PACKAGE_RECOMMENDS "${for_solids}, qt6-wayland")
